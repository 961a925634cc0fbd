import { useTranslation } from "react-i18next";
import { clock as shown } from "../app/times";
import { Button } from "../ui/Button";
import type { Segment } from "./queries";
import { pick } from "./useDeskKeys";
import type { DeskState } from "./useDeskState";

/** What can only be seen of all items together: what nothing asks about, long quiet stretches, the mix. */
export function WholeLesson({ state }: { state: DeskState }) {
  const { t } = useTranslation();
  const { overview, segments, items } = state.desk;
  const unasked = segments.filter((s) => overview.unasked.includes(s.id));
  const asked = (id: string | undefined) => items.find((i) => i.id === id);
  const mix = (counts: Record<string, number>, name: string) =>
    Object.entries(counts)
      .map(([key, count]) => `${t(`${name}.${key}`)} ${count}`)
      .join(" · ");
  return (
    <section aria-label={t("whole.title")} className="mt-4 border-t border-rule pt-3 text-[14px]">
      <h2 className="mb-1.5 font-semibold">{t("whole.title")}</h2>
      <p className="text-quiet">{mix(overview.kinds, "kind")}</p>
      <p className="mb-2 text-quiet">{mix(overview.depths, "depth")}</p>
      <ul className="space-y-1.5">
        {unasked.map((s) => (
          <Unasked key={s.id} segment={s} number={segments.indexOf(s) + 1} state={state} />
        ))}
        {overview.quiet.map((q) => (
          <li key={q.start_ms}>
            <button
              type="button"
              className="text-left text-teal underline"
              onClick={() => state.clock.seek(q.start_ms)}
            >
              {t("whole.quiet", { from: shown(q.start_ms), to: shown(q.end_ms) })}
            </button>
          </li>
        ))}
        {overview.sharing.map((ids) => (
          <li key={ids.join()} dir="auto">
            {t("whole.sharing")}{" "}
            {ids.map((id) => (
              <button
                key={id}
                type="button"
                className="mr-1 text-left text-teal underline"
                onClick={() => {
                  const item = asked(id);
                  if (item) pick(state, item);
                }}
              >
                “{asked(id)?.content.prompt}”
              </button>
            ))}
          </li>
        ))}
        {Object.entries(overview.goals).map(([goal, count]) => (
          <li key={goal} dir="auto" className={count ? "text-quiet" : ""}>
            {t("whole.goal", { goal, count })}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Unasked({ segment, number, state }: { segment: Segment; number: number; state: DeskState }) {
  const { t } = useTranslation();
  return (
    <li className="flex items-center justify-between gap-2">
      <button
        type="button"
        className="text-left text-teal underline"
        onClick={() => state.clock.seek(segment.start_ms)}
      >
        {t("whole.unasked", { number, title: segment.title })}
      </button>
      <Button
        small
        aria-label={`${t("items.propose")}: ${segment.title}`}
        onClick={() => state.proposeHere(segment.start_ms)}
      >
        {t("items.propose")}
      </Button>
    </li>
  );
}
