const STEPS = ["transparent", "#F7EBD3", "#F0D9AE", "#E7C887"];

/** The ground of a sentence by how often it was replayed, held against the most replayed one. */
export function shade(replayed: number, most: number): string {
  return STEPS[Math.ceil((Math.min(replayed, most) / Math.max(most, 0.3)) * 3)] ?? "transparent";
}
