import { acts, type Item, type Mend } from "../queries";
import type { DeskState } from "../useDeskState";

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
