import type { Policy } from "./queries";

type Changeable = Omit<Policy, "with_unseen">;

/** The rules that a new assignment begins with. */
export const FIRST = {
  name: "",
  instructions: "",
  wording: "",
  opens_at: null,
  due_at: null,
  closes_at: null,
  attempts: 2,
  feedback: "at_once",
  show_key: true,
  skipping: "freely",
  offer_not_sure: true,
  shuffle: false,
  time_limits: true,
  grace_min: 60,
  retry_share: 1,
  wrong_share: 0,
  manner: "paused",
  script: "all",
  retakes: 0,
  counting: "last",
  chosen: null,
} satisfies Changeable;

/** What of an assignment can be changed later, as it is now. */
export function changeable(policy: Changeable): Changeable {
  const names = Object.keys(FIRST) as (keyof Changeable)[];
  return Object.fromEntries(names.map((name) => [name, policy[name]])) as Changeable;
}
