/** With fewer students than this a percentage would say more than is known. */
export const FEWEST_FOR_PERCENT = 10;

/** A share in percent, where enough have answered for that; null where its counts are said instead. */
export function percentOf({ first, answered }: { first: number; answered: number }): number | null {
  return answered < FEWEST_FOR_PERCENT ? null : Math.round((100 * first) / answered);
}
