import { useState } from "react";
import { useTranslation } from "react-i18next";
import { useNavigate } from "react-router";
import { clock as shown } from "../../app/times";
import { RowsEditor } from "../../kinds/RowsEditor";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { OneOf } from "../../ui/Field";
import { useWords } from "../../ui/words";
import { acts, type Material } from "../queries";
import type { DeskState } from "../useDeskState";

type Content = Material["content"];
type Line = Content["lines"][number];
const PLACES = ["before", "during", "after", "teacher"] as const;
/** Kinds with a second column: what a word means, what is right, what to look for in what is written. */
const WITH_MEANING = new Set<Content["kind"]>(["glossary", "presumed", "gap_text", "writing_tasks", "marking_guide"]);
/** Those whose first column is whole sentences and the second a few words. */
const WIDE = new Set<Content["kind"]>(["gap_text", "presumed"]);

/** The lines of one material, to be changed, moved and left out; and when students get it. */
export function MaterialDialog(props: { material: Material; state: DeskState; again: () => void; close: () => void }) {
  const { material, state, close } = props;
  const { t } = useTranslation();
  const words = useWords();
  const go = useNavigate();
  const [content, setContent] = useState<Content>(material.content);
  const two = WITH_MEANING.has(content.kind);
  const width = two ? (WIDE.has(content.kind) ? "shrink-0 !w-3/5" : "!w-2/5") : "";
  const changed = JSON.stringify(content) !== JSON.stringify(material.content);
  const kept = { ...content, lines: content.lines.filter((l) => l.text.trim()) };
  const act = (send: () => ReturnType<typeof acts.dropMaterial>) => {
    state.run(send);
    close();
  };
  return (
    <Dialog title={t(`material.${content.kind}`)} close={close} wide>
      <OneOf
        label={t("material.when")}
        value={content.place}
        options={PLACES.map((value) => ({ value, label: t(`material.place.${value}`) }))}
        change={(place) => setContent({ ...content, place })}
      />
      <RowsEditor<Line>
        legend={t(two ? `material.columns.${content.kind}` : "material.linesOf")}
        rows={content.lines}
        empty={{ text: "", meaning: "", evidence: [] }}
        isEmpty={(row) => !row.text && !row.meaning}
        put={(lines) => setContent({ ...content, lines })}
        name={(n) => t("material.line", { n: n + 1 })}
        add={t("material.add")}
        keys={t("item.rowKeys")}
        most={60}
        fields={(row, n, change) => (
          <>
            <textarea
              data-row
              {...words}
              rows={1}
              className={`field field-sizing-content resize-none ${width}`}
              aria-label={t("material.line", { n: n + 1 })}
              value={row.text}
              onChange={(e) => change({ text: e.target.value })}
            />
            {two && (
              <textarea
                {...words}
                rows={1}
                className="field field-sizing-content resize-none"
                aria-label={t("material.meaning", { n: n + 1 })}
                value={row.meaning}
                onChange={(e) => change({ meaning: e.target.value })}
              />
            )}
            <Rests line={row} state={state} />
          </>
        )}
      />
      <div className="mt-3 flex flex-wrap gap-2">
        <Button look="main" disabled={!changed} onClick={() => act(() => acts.changeMaterial(material, kept))}>
          {t("material.keep")}
        </Button>
        {content.kind === "glossary" && (
          <>
            <Button disabled={changed} onClick={() => act(() => acts.matchOf(material.id))}>
              {t("material.match")}
            </Button>
            <Button disabled={changed} onClick={() => go(`/lessons/${state.desk.id}/handout`)}>
              {t("material.cards")}
            </Button>
          </>
        )}
        <Button onClick={props.again}>{t("material.again")}</Button>
        <Button look="danger" onClick={() => act(() => acts.dropMaterial(material.id))}>
          {t("material.remove")}
        </Button>
        <Button onClick={close}>{t("shared.close")}</Button>
      </div>
    </Dialog>
  );
}

/** The moment a line rests on; pressing it plays it. */
function Rests({ line, state }: { line: Line; state: DeskState }) {
  const { t } = useTranslation();
  const first = line.evidence[0];
  if (!first) return null;
  const hear = () => {
    state.clock.seek(Math.max(0, first.start_ms - 200));
    state.clock.pauseAt(first.end_ms + 300);
    state.clock.play();
  };
  return (
    <Button small look="quiet" onClick={hear} title={t("item.hear")} className="font-mono text-[12.5px]">
      {shown(first.start_ms)}
    </Button>
  );
}
