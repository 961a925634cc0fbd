import { useTranslation } from "react-i18next";
import { attachedUrl } from "../api/attachments";
import type { Content } from "../desk/queries";
import { Clashing } from "../ui/Clashing";
import { Rich } from "../ui/Rich";

/** What is right, as it stands on an item's card; what ``clash``es with the recording is marked in it. */
export function KeyShown({ content, clash }: { content: Content; clash?: string | undefined }) {
  const { t } = useTranslation();
  switch (content.kind) {
    case "choice":
      return (
        <ol className="list-[lower-alpha] pl-5">
          {(content.options ?? []).map((o, n) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: options may read the same while being written
            <li key={n} dir="auto" className={o.correct ? "font-semibold" : ""}>
              {o.image && <img src={attachedUrl(o.image)} alt="" className="max-h-16 rounded border border-rule" />}
              <Rich text={o.text} clash={o.correct ? clash : undefined} />{" "}
              {o.correct && <span className="sr-only">({t("item.key")})</span>}
            </li>
          ))}
        </ol>
      );
    case "true_false":
      return typeof content.answer === "boolean" ? (
        <p className="font-semibold">{t(content.answer ? "study.true" : "study.false")}</p>
      ) : null;
    case "gap":
      return (
        <>
          <p className="font-semibold">
            <Clashing text={(content.answers ?? []).join(" / ")} words={clash} />
          </p>
          {content.bank?.length ? (
            <p dir="auto" className="text-quiet">
              {t("item.bankShown", { words: content.bank.join(" / ") })}
            </p>
          ) : null}
        </>
      );
    case "open":
      return (
        <>
          {content.model_answer && (
            <p dir="auto">
              <Rich text={content.model_answer} clash={clash} />
            </p>
          )}
          <Rows rows={(content.criteria ?? []).map((c) => `${c.text} (${c.marks})`)} />
        </>
      );
    case "match":
      return <Rows rows={(content.pairs ?? []).map((p) => `${p.left} → ${p.right}`)} />;
    case "order":
      return <Rows rows={content.steps ?? []} numbered />;
    default:
      return null;
  }
}

function Rows({ rows, numbered = false }: { rows: string[]; numbered?: boolean }) {
  if (rows.length === 0) return null;
  const List = numbered ? "ol" : "ul";
  return (
    <List className={`${numbered ? "list-decimal" : "list-[square]"} pl-5`}>
      {rows.map((row, n) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: rows may read the same while being written
        <li key={n} dir="auto">
          <Rich text={row} />
        </li>
      ))}
    </List>
  );
}
