import { Rich } from "../ui/Rich";

/** A key of several parts, one in each row. */
export function KeyRows({ rows, numbered = false }: { rows: string[]; numbered?: boolean }) {
  if (rows.length === 0) return null;
  const List = numbered ? "ol" : "ul";
  return (
    <List className={`${numbered ? "list-decimal" : "list-[square]"} pl-5`}>
      {rows.map((row, n) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: rows may read the same while being written
        <li key={n} dir="auto">
          <Rich text={row} />
        </li>
      ))}
    </List>
  );
}
