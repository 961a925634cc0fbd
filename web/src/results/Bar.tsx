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
  if (cell.state === "not_reached") return <circle cx={6} cy={17} r={1.6} fill="#8C97A3" />;
  if (cell.state === "skipped") return <path d="M2 17h8" stroke="#8C97A3" strokeWidth={1.6} />;
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

export function useCellWords(): (cell: Cell) => string {
  const { t } = useTranslation();
  return (cell) => {
    if (cell.state === "right") return t("cell.right", { count: cell.tries });
    if (cell.state === "wrong") return t("cell.wrong", { count: cell.tries });
    if (cell.state === "marked") return t("cell.marked", { percent: Math.round(100 * (cell.share ?? 0)) });
    return t(`cell.${cell.state}`);
  };
}
