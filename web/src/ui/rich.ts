export type Part = { as: "text" | "formula" | "strong" | "emphasis"; text: string };

// A formula does not begin or end with a space, so that sums of money stay what they are ("from $5 to $9").
const MARKED = /\$(?=\S)([^$\n]*[^\s$])\$(?!\d)|\*\*(?=\S)([^*\n]*[^\s*])\*\*|\*(?=\S)([^*\n]*[^\s*])\*(?!\w)/g;

/** A text cut into what is set as it stands, as a formula, strong, or emphasised. */
export function parts(text: string): Part[] {
  const found: Part[] = [];
  let from = 0;
  for (const match of text.matchAll(MARKED)) {
    if (match.index > from) found.push({ as: "text", text: text.slice(from, match.index) });
    const [whole, formula, strong, emphasis] = match;
    if (formula !== undefined) found.push({ as: "formula", text: formula });
    else if (strong !== undefined) found.push({ as: "strong", text: strong });
    else found.push({ as: "emphasis", text: emphasis ?? "" });
    from = match.index + whole.length;
  }
  if (from < text.length || found.length === 0) found.push({ as: "text", text: text.slice(from) });
  return found;
}
