import { useTranslation } from "react-i18next";
import type { Cell } from "./queries";

/** A result as a small upright bar: filled by the share earned, notched for each further try. */
export function ResultBar({ cell }: { cell: Cell }) {
  const words = useCellWords()(cell);
  return (
    <svg viewBox="0 0 12 22" className="mx-auto block h-[22px] w-3" role="img" aria-label={words}>
      <title>{words}</title>
      <Form cell={cell} />
    </svg>
  );
}

function Form({ cell }: { cell: Cell }) {
  if (cell.state === "not_reached") return null;
  if (cell.state === "skipped")
    return (
      <path
        d="M0.5 20V0.5h11V20z M0.5 7l6.5-6.5 M0.5 13.5l11-11 M0.5 20l11-11 M5.5 20l6-6"
        fill="none"
        stroke="#8C97A3"
      />
    );
  if (cell.state === "not_sure")
    return <rect x={0.75} y={0.75} width={10.5} height={20.5} fill="none" stroke="#1F2A37" strokeWidth={1.2} />;
  if (cell.state === "waiting")
    return (
      <rect
        x={0.75}
        y={0.75}
        width={10.5}
        height={20.5}
        fill="none"
        stroke="#1F2A37"
        strokeWidth={1.2}
        strokeDasharray="2.5 2"
      />
    );
  const full = 20 * (cell.share ?? 0);
  const notches = Math.min(3, Math.max(0, cell.tries - 1));
  return (
    <>
      <rect width={12} height={20} fill="#EFE8DA" />
      {full > 0 ? (
        <rect y={20 - full} width={12} height={full} fill="#0F5C6E" />
      ) : (
        <rect y={18} width={12} height={2.4} fill="#A63D2F" />
      )}
      {Array.from({ length: notches }, (_, n) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: notches have no other name
        <rect key={n} y={14 - n * 5} width={12} height={1.8} fill={full > 0 ? "#FFFFFF" : "#8C97A3"} />
      ))}
    </>
  );
}

const SAMPLES: Cell[] = [
  { state: "right", share: 1, tries: 1 },
  { state: "right", share: 1, tries: 2 },
  { state: "wrong", share: 0.5, tries: 1 },
  { state: "wrong", share: 0, tries: 1 },
  { state: "not_sure", share: 0, tries: 1 },
  { state: "skipped", share: null, tries: 0 },
  { state: "waiting", share: null, tries: 1 },
];

/** What the bars mean, each with its words; an empty place is an item that was not reached. */
export function Legend() {
  const { t } = useTranslation();
  const words = useCellWords();
  const said = (cell: Cell) => (cell.state === "wrong" && cell.share ? t("results.partly") : words(cell));
  return (
    <ul className="mt-4 flex flex-wrap gap-x-4 gap-y-1 text-[13px] text-quiet" aria-label={t("results.legend")}>
      {SAMPLES.map((cell) => (
        <li key={said(cell)} className="flex items-center gap-1.5">
          <svg viewBox="0 0 12 22" className="h-[18px] w-2.5" aria-hidden="true">
            <Form cell={cell} />
          </svg>
          {said(cell)}
        </li>
      ))}
      <li>{t("results.emptyPlace")}</li>
    </ul>
  );
}

export function useCellWords(): (cell: Cell) => string {
  const { t } = useTranslation();
  return (cell) => {
    if (cell.state === "right") return t("cell.right", { count: cell.tries });
    if (cell.state === "wrong") return t("cell.wrong", { count: cell.tries });
    if (cell.state === "marked") return t("cell.marked", { percent: Math.round(100 * (cell.share ?? 0)) });
    return t(`cell.${cell.state}`);
  };
}

/** What an answer came to, as a teacher reads it of somebody else. */
export function useOutcome(): (answer: { outcome: Cell["state"]; share: number | null; tries: number }) => string {
  const words = useCellWords();
  return ({ outcome, share, tries }) => words({ state: outcome, share, tries });
}
