import { useWords } from "../ui/words";

/** A line of an item's own words in one of its rows; the one that the keys start from is ``first``. */
export function RowField(props: { label: string; value: string; put: (value: string) => void; first?: boolean }) {
  const words = useWords();
  return (
    <input
      {...(props.first ? { "data-row": true } : {})}
      {...words}
      className="field !px-2 !py-1"
      aria-label={props.label}
      value={props.value}
      onChange={(e) => props.put(e.target.value)}
    />
  );
}
