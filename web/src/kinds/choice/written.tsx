import { useState } from "react";
import { useTranslation } from "react-i18next";
import { attachedUrl } from "../../api/attachments";
import { OptionPicture } from "../../desk/items/Attachments";
import { Button } from "../../ui/Button";
import { Rich } from "../../ui/Rich";
import { useWords } from "../../ui/words";
import { ASKED, type EditorProps, type KeyProps, type Written } from "../kinds";
import { RowField } from "../RowField";
import { RowsEditor } from "../RowsEditor";

const letter = (n: number) => "abcdefghijkl"[n] ?? "";

function Editor({ lesson, content, put }: EditorProps) {
  const { t } = useTranslation();
  const words = useWords();
  const [saying, setSaying] = useState(() => (content.options ?? []).some((o) => o.feedback));
  const name = (n: number) => t("item.option", { letter: letter(n) });
  return (
    <RowsEditor
      legend={t("item.options")}
      rows={content.options ?? []}
      empty={{ text: "", correct: false }}
      isEmpty={(o) => o.text === "" && !o.image}
      put={(options) => put({ options })}
      name={name}
      add={t("item.addOption")}
      keys={t("item.optionKeys")}
      mark={(o) => ({ correct: !o.correct })}
      more={
        <Button look="quiet" small onClick={() => setSaying(!saying)} aria-pressed={saying}>
          {t("item.sayToEach")}
        </Button>
      }
      fields={(o, n, change) => (
        <>
          <input
            type="checkbox"
            className="size-4"
            checked={o.correct}
            aria-label={t("item.isRight", { letter: letter(n) })}
            onChange={(e) => change({ correct: e.target.checked })}
          />
          <OptionPicture lesson={lesson} letter={letter(n)} image={o.image ?? ""} put={(image) => change({ image })}>
            <RowField first label={name(n)} value={o.text} put={(text) => change({ text })} />
          </OptionPicture>
          {saying && (
            <input
              {...words}
              className="field !px-2 !py-1"
              aria-label={t("item.feedbackTo", { letter: letter(n) })}
              placeholder={t("item.feedbackTo", { letter: letter(n) })}
              value={o.feedback ?? ""}
              onChange={(e) => change({ feedback: e.target.value })}
            />
          )}
        </>
      )}
    />
  );
}

function Key({ content, clash }: KeyProps) {
  const { t } = useTranslation();
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
}

export const choice: Written = {
  ...ASKED,
  key: "A",
  empty: {
    prompt: "",
    explanation: "",
    marks: 1,
    options: [0, 1, 2].map((n) => ({ text: "", correct: n === 0 })),
  },
  Editor,
  Key,
};
