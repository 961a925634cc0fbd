/** With fewer students than this a percentage would say more than is known. */
export const FEWEST_FOR_PERCENT = 10;

/** A share as it may be said: in percent where enough have answered, as counts otherwise. */
export function shareOf({ first, answered }: { first: number; answered: number }): { percent: number | null } {
  return { percent: answered < FEWEST_FOR_PERCENT ? null : Math.round((100 * first) / answered) };
}
