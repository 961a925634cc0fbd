import { useTranslation } from "react-i18next";
import { clock } from "../../app/times";
import type { Sheet } from "../queries";
import type { Passage, ScriptResult } from "./queries";
import { shade } from "./shade";

type Props = { sheet: Sheet; result: ScriptResult; chosen: number | null; choose: (sentence: number) => void };

/** The spoken words, shaded by how often they were replayed; in the margin who left, and how each pause went. */
export function Page({ sheet, result, chosen, choose }: Props) {
  const { t } = useTranslation();
  const most = Math.max(0.01, ...result.sentences.map((s) => s.replayed));
  return (
    <div className="max-w-3xl">
      {sheet.segments.map((segment, n) => (
        <section key={segment.start_ms} className="mb-5">
          <h2 dir="auto" className="mb-1 font-semibold">
            {n + 1} · {segment.title} <span className="font-normal text-quiet">{clock(segment.start_ms)}</span>
          </h2>
          {result.sentences.map((s, at) =>
            isIn(s, segment) ? (
              <Line
                key={s.start_ms}
                sentence={s}
                most={most}
                pauses={result.pauses.filter((p) => belongsTo(p.pause_ms, result.sentences, at))}
                open={at === chosen}
                press={() => choose(at)}
              />
            ) : null,
          )}
        </section>
      ))}
      <p className="text-[13.5px] text-quiet">{t("results.darker")}</p>
    </div>
  );
}

type Stretch = { start_ms: number; end_ms: number };

function isIn(s: Stretch, segment: Stretch): boolean {
  const middle = (s.start_ms + s.end_ms) / 2;
  return segment.start_ms <= middle && middle < segment.end_ms;
}

/** A pause stands beside the sentence it comes after. */
function belongsTo(pauseMs: number, sentences: Stretch[], at: number): boolean {
  const from = at === 0 ? -1 : (sentences[at]?.start_ms ?? 0);
  return from < pauseMs && pauseMs <= (sentences[at + 1]?.start_ms ?? Number.POSITIVE_INFINITY);
}

type LineProps = {
  sentence: Passage;
  most: number;
  pauses: ScriptResult["pauses"];
  open: boolean;
  press: () => void;
};

function Line({ sentence: s, most, pauses, open, press }: LineProps) {
  const { t } = useTranslation();
  return (
    <div className="gap-x-4 sm:grid sm:grid-cols-[1fr_190px]">
      <div>
        <button
          type="button"
          dir="auto"
          aria-expanded={open}
          className="rounded-sm px-1 text-left font-script text-[16px] leading-[1.6] hover:underline hover:decoration-dotted"
          style={{ backgroundColor: shade(s.replayed, most) }}
          onClick={press}
        >
          {s.text}
        </button>
        {open && <Who sentence={s} />}
      </div>
      <p className="text-[13px] leading-tight text-quiet">
        {pauses.map((p) => (
          <span key={p.item} title={p.prompt} className="block border-l-4 border-amber pl-2">
            {t("teaching.pause", { number: p.number, first: p.first, answered: p.answered })}
          </span>
        ))}
        {s.left.length > 0 && (
          <span className="block border-l-4 border-brick pl-2">{t("teaching.left", { count: s.left.length })}</span>
        )}
        {s.skipped.length > 0 && <span className="block">{t("teaching.skipped", { count: s.skipped.length })}</span>}
        {s.slowed.length > 0 && <span className="block">{t("teaching.slowed", { count: s.slowed.length })}</span>}
      </p>
    </div>
  );
}

/** Who did what at a sentence. */
function Who({ sentence: s }: { sentence: Passage }) {
  const { t } = useTranslation();
  const told = (
    [
      ["again", s.again],
      ["left", s.left],
      ["skipped", s.skipped],
      ["slowed", s.slowed],
    ] as const
  ).filter(([, names]) => names.length > 0);
  return (
    <div className="mb-2 ml-1 border-l-2 border-rule pl-3 text-[14px]">
      <p className="text-quiet">
        {clock(s.start_ms)} · {t("results.replayed", { times: s.replayed })}
      </p>
      {told.map(([what, names]) => (
        <p key={what} dir="auto">
          <span className="text-quiet">{t(`teaching.who.${what}`)} </span>
          {names.join(", ")}
        </p>
      ))}
    </div>
  );
}
