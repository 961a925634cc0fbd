import { useTranslation } from "react-i18next";
import { Button } from "../ui/Button";
import { acts, type Item, type Mend } from "./queries";
import type { DeskState } from "./useDeskState";

/** What would put the item in hand right, one press each; nothing is changed unasked. */
export function Mends({ item, state }: { item: Item; state: DeskState }) {
  const { t, i18n } = useTranslation();
  const offered = mendsOf(item);
  if (offered.length === 0) return null;
  return (
    <section className="mt-2 border-t border-rule pt-1.5">
      <h3 className="mb-1 text-[13px] text-quiet">{t("mend.title")}</h3>
      <ul className="space-y-1">
        {offered.map((mend, number) => {
          const key = `mend.${mend.code}`;
          return (
            <li key={mend.message}>
              <Button
                small
                hint={number === 0 ? "O" : undefined}
                className="!whitespace-normal text-left"
                onClick={() => apply(state, item, mend)}
              >
                <span dir="auto">{i18n.exists(key) ? t(key, mend.params) : mend.message}</span>
              </Button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

export function mendsOf(item: Item): Mend[] {
  return item.report?.mends ?? [];
}

/** Does what a mend says, as one change that can be undone. */
export function apply(state: DeskState, item: Item, mend: Mend): void {
  const { desk, run } = state;
  const { content, widen } = mend;
  if (content) run(() => acts.change(item, content));
  else if (mend.drop) state.put([item.id], "dropped");
  else if (widen) {
    const left = desk.segments.find((s) => !s.takes_part && s.start_ms <= widen.start_ms && widen.start_ms < s.end_ms);
    const from = Math.min(desk.extract_start_ms ?? 0, widen.start_ms);
    const to = Math.max(desk.extract_end_ms ?? desk.recording.duration_ms, widen.end_ms);
    run(() => (left ? acts.choose(left.id, true) : acts.extract(desk.id, from || null, to)));
  } else if (mend.other && mend.pause_ms !== null) {
    const { other, pause_ms } = mend;
    run(() => acts.pause(other, pause_ms));
  } else run(() => acts.placeAgain(item.id));
}
