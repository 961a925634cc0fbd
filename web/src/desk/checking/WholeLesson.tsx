import { useTranslation } from "react-i18next";
import { clock as shown } from "../../app/times";
import { Button } from "../../ui/Button";
import { pick } from "../useDeskKeys";
import type { DeskState } from "../useDeskState";

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
          <Bare
            key={s.id}
            says={t("whole.unasked", { number: segments.indexOf(s) + 1, title: s.title })}
            fill={s.title}
            go={() => state.clock.seek(s.start_ms)}
            propose={() => state.proposeHere(s.start_ms)}
          />
        ))}
        {overview.quiet.map((q) => (
          <Bare
            key={q.start_ms}
            says={t("whole.quiet", { from: shown(q.start_ms), to: shown(q.end_ms) })}
            fill={shown(q.start_ms)}
            go={() => state.clock.seek(q.start_ms)}
            propose={() => state.proposeHere((q.start_ms + q.end_ms) / 2)}
          />
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

/** A stretch without a question: one press goes there, one has some proposed for it. */
function Bare(props: { says: string; fill: string; go: () => void; propose: () => void }) {
  const { t } = useTranslation();
  return (
    <li className="flex items-center justify-between gap-2">
      <button type="button" className="text-left text-teal underline" onClick={props.go}>
        {props.says}
      </button>
      <Button small aria-label={`${t("items.propose")}: ${props.fill}`} onClick={props.propose}>
        {t("items.propose")}
      </Button>
    </li>
  );
}
