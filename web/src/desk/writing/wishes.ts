import type { Schemas } from "../../api/client";

export type Wishes = Required<Schemas["WishesData"]>;
export type Kept = Schemas["KeptWishesOut"];

/** What the writer can make, the likeliest first. Open questions come only where they are asked for. */
export const WRITTEN = ["choice", "true_false", "gap", "match", "order", "open"] as const;

export const NO_WISHES: Wishes = {
  count: null,
  kinds: ["choice", "true_false", "gap", "match", "order"],
  level: "",
  depths: [],
  goals: [],
  mistakes: [],
  remarks: "",
};

/** Levels of the CEFR with the ages of pupils who read their first language at it; the rules stand in core. */
export const LEVELS = [
  { level: "A1", ages: "6–7" },
  { level: "A2", ages: "8–9" },
  { level: "B1", ages: "10–12" },
  { level: "B2", ages: "13–15" },
  { level: "C1", ages: "16–18" },
  { level: "C2", ages: "19+" },
] as const;

export const DEPTHS = ["recall", "use", "reason", "extend"] as const;
