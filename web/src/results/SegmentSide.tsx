import { useTranslation } from "react-i18next";
import { clock } from "../app/times";
import { NotYet } from "../ui/Notice";
import { OptionBars } from "./OptionBars";
import { type Sheet, useSegmentResult } from "./queries";
import { shade } from "./teaching/shade";
import { Why } from "./teaching/Why";

/** One segment: whether to teach it again and why, its sentences shaded by replay, its items. */
export function SegmentSide({ assignment, sheet, number }: { assignment: string; sheet: Sheet; number: number }) {
  const { t } = useTranslation();
  const result = useSegmentResult(assignment, number);
  const row = sheet.segments[number];
  if (!result.data || !row) return <NotYet error={result.error} />;
  const most = Math.max(0.01, ...result.data.sentences.map((s) => s.replayed));
  const items = sheet.items.filter((i) => i.segment === number).length;
  return (
    <>
      <h2 dir="auto" className="font-semibold">
        {number + 1} · {row.title}
      </h2>
      <p className="mb-3 text-[14px] text-quiet">
        {clock(row.start_ms)} – {clock(row.end_ms)} · {t("lessons.items", { count: items })}
      </p>
      <div className="mb-4">
        <Why segment={row} />
      </div>
      <p dir="auto" className="font-script text-[16px] leading-[1.65]">
        {result.data.sentences.map((s) => (
          <span
            key={s.start_ms}
            title={t("results.replayed", { times: s.replayed })}
            style={{ backgroundColor: shade(s.replayed, most) }}
          >
            {s.text}{" "}
          </span>
        ))}
      </p>
      <p className="mb-4 mt-1 text-[13.5px] text-quiet">{t("results.darker")}</p>
      {result.data.items.map((i) => (
        <OptionBars key={i.id} item={i} />
      ))}
    </>
  );
}
