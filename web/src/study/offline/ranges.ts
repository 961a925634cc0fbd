/** The part of ``size`` bytes that a Range header asks for, both ends included (RFC 9110, 14.2); null for all of it,
 * ``"none"`` where there is no such part. */
export function partOf(range: string | null, size: number): { first: number; last: number } | null | "none" {
  const asked = /^bytes=(\d*)-(\d*)$/.exec(range ?? "");
  if (!asked || (asked[1] === "" && asked[2] === "")) return null;
  if (asked[1] === "") {
    const wanted = Math.min(Number(asked[2]), size);
    return wanted === 0 ? "none" : { first: size - wanted, last: size - 1 };
  }
  const first = Number(asked[1]);
  const last = asked[2] === "" ? size - 1 : Math.min(Number(asked[2]), size - 1);
  return first > last ? "none" : { first, last };
}
