/** How much of the whole, as a bar beside the figure that says it. */
export function Share({ of, most, wide = "w-16" }: { of: number; most: number; wide?: string }) {
  return (
    <span aria-hidden className={`inline-block h-2 shrink-0 rounded bg-sand ${wide}`}>
      <span className="block h-full rounded bg-teal" style={{ width: `${most > 0 ? (100 * of) / most : 0}%` }} />
    </span>
  );
}
