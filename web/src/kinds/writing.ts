import { choice } from "./choice/written";
import { gap } from "./gap/written";
import { groups } from "./groups/written";
import type { Content, Kind, Written } from "./kinds";
import { match } from "./match/written";
import { note } from "./note/written";
import { open } from "./open/written";
import { order } from "./order/written";
import { trueFalse } from "./true_false/written";

/** Every kind before its teacher. The student's page loads none of this. */
export const WRITTEN: Record<Kind, Written> = {
  choice,
  true_false: trueFalse,
  gap,
  match,
  order,
  groups,
  open,
  note,
};

/** A new item of a kind. */
export function emptyItem(kind: Kind): Content {
  return { kind, ...WRITTEN[kind].empty };
}
