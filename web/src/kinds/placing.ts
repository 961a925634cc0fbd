/** At a place where nothing stands yet. */
export const OPEN = -1;

/** Whether something stands at every place. */
export function isPlaced(arranged: number[]): boolean {
  return arranged.every((n) => n !== OPEN);
}
