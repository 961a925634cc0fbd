/** The code in what a student typed or pasted: the code itself, or the link that holds it. */
export function codeIn(given: string): string {
  const inLink = /\/s\/([^/?#\s]+)/.exec(given)?.[1];
  return decoded(inLink ?? given)
    .trim()
    .toLowerCase()
    .replace(/\s+/g, "-");
}

function decoded(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}
