import { useEffect, useRef } from "react";
import { useTranslation } from "react-i18next";
import { attachedUrl } from "../../api/attachments";
import { clock as shown } from "../../app/times";
import { KeyShown } from "../../kinds/KeyShown";
import { Rich } from "../../ui/Rich";
import { useWords } from "../../ui/words";
import { Mends } from "../checking/Mends";
import { clashOf, FindingLines, shownVerdict, VerdictWord } from "../checking/verdict";
import type { Item } from "../queries";
import type { Step } from "../Steps";
import type { DeskState } from "../useDeskState";
import { CardActions } from "./CardActions";
import { ItemEditor } from "./ItemEditor";

const EDGES = {
  heard: "border-l-4 border-l-moss",
  unclear: "border-l-4 border-l-amber border-dotted",
  contradicted: "border-l-[6px] border-l-brick [border-left-style:double]",
  not_heard: "border-l-4 border-l-line border-dashed",
};

/** One item in the margin: folded to its question, open when in hand, an editor while it is changed. */
export function ItemCard({ item, state, step }: { item: Item; state: DeskState; step: Step }) {
  const { t } = useTranslation();
  const words = useWords();
  const card = useRef<HTMLElement>(null);
  const open = state.selected === item.id;
  const editing = open && state.editing;
  useEffect(() => {
    if (open) card.current?.scrollIntoView({ block: "nearest" });
  }, [open]);
  const verdict = item.report ? shownVerdict(item.report) : "unclear";
  const proposed = item.place === "pool";
  return (
    <article
      ref={card}
      aria-label={t(`kind.${item.content.kind}`)}
      aria-current={open ? "true" : undefined}
      className={`rounded-[3px] border border-rule px-3 py-2 text-[14.5px] ${EDGES[verdict]} ${proposed ? "bg-sheet" : "bg-paper"} ${open ? "outline-[1.5px] outline-teal" : ""}`}
    >
      <p className="mb-0.5 flex justify-between gap-2 text-[13px] text-quiet">
        <span className="flex items-baseline gap-1.5">
          <input
            type="checkbox"
            className="size-3.5 self-center"
            aria-label={t("item.marked", { prompt: item.content.prompt || item.content.text || "" })}
            checked={state.marked.includes(item.id)}
            onChange={() => state.mark(item.id)}
          />
          <span>
            {proposed && <b className="text-ink">{t("item.proposed")} · </b>}
            {t(`kind.${kindName(item)}`)}
            {item.content.marks !== undefined &&
              item.content.kind !== "note" &&
              ` · ${t("item.marks", { count: item.content.marks })}`}
            {item.decision && ` · ${t(`decision.${item.decision}`)}`}
          </span>
        </span>
        <VerdictWord item={item} checking={state.desk.checking} />
      </p>
      {editing ? (
        <ItemEditor key={item.id} item={item} state={state} />
      ) : (
        <>
          <button
            type="button"
            {...(item.content.prompt || item.content.text ? words : {})}
            aria-expanded={open}
            onClick={() => state.select(open ? null : item.id)}
            className="block w-full text-left text-[15px] font-semibold leading-snug"
          >
            {item.content.prompt || item.content.text ? (
              <Rich text={item.content.prompt || item.content.text || ""} clash={clashOf(item)?.claimed} />
            ) : (
              <i className="font-normal text-quiet">{t("item.empty")}</i>
            )}
          </button>
          {open && <Body item={item} />}
          {open && !proposed && <Mends item={item} state={state} />}
          {open && <CardActions item={item} state={state} step={step} />}
        </>
      )}
    </article>
  );
}

export function kindName(item: Item): string {
  const several = (item.content.options ?? []).filter((o) => o.correct).length > 1;
  return item.content.kind === "choice" && several ? "several" : item.content.kind;
}

/** Where the pause stands and how sure that is; a pause that was moved since the last check only says when. */
function PauseLine({ item, pause }: { item: Item; pause: number }) {
  const { t } = useTranslation();
  const told = item.report?.pause?.at_ms === pause && item.report.pause.after ? item.report.pause : null;
  const key = !told ? "plain" : told.likely_error_ms ? "captions" : told.silence_ms ? "silence" : "bare";
  const line = t(`pause.${key}`, {
    at: shown(pause, true),
    after: told?.after,
    silence: told?.silence_ms,
    off: told && (told.likely_error_ms / 1000).toFixed(1),
  });
  return (
    <p className="text-[13px] text-quiet">
      {line}
      {item.pause_by_teacher && ` · ${t("pause.byYou")}`}
    </p>
  );
}

function Body({ item }: { item: Item }) {
  const { content, report } = item;
  const pause = content.pause_ms;
  return (
    <div className="mt-1 space-y-1.5">
      {content.image && (
        <img
          src={attachedUrl(content.image)}
          alt={content.image_alt ?? ""}
          className="max-h-32 rounded border border-rule"
        />
      )}
      {content.sound && (
        // biome-ignore lint/a11y/useMediaCaption: the teacher's own words, which the note says in writing too
        <audio controls preload="none" src={attachedUrl(content.sound)} className="h-9 w-full" />
      )}
      <KeyShown content={content} clash={clashOf(item)?.claimed} />
      {content.explanation && (
        <p dir="auto" className="text-quiet">
          <Rich text={content.explanation} />
        </p>
      )}
      {report && content.kind !== "note" && <FindingLines item={item} />}
      {typeof pause === "number" && <PauseLine item={item} pause={pause} />}
    </div>
  );
}
