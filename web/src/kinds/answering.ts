import { choice } from "./choice/answered";
import { gap } from "./gap/answered";
import { groups } from "./groups/answered";
import type { Answering, Kind } from "./kinds";
import { match } from "./match/answered";
import { note } from "./note/answered";
import { open } from "./open/answered";
import { order } from "./order/answered";
import { trueFalse } from "./true_false/answered";

/** Every kind before a student. */
export const ANSWERING: Record<Kind, Answering> = {
  choice,
  true_false: trueFalse,
  gap,
  match,
  order,
  groups,
  open,
  note,
};
