/** ``text`` cut around each place where ``words`` stand as whole words: even pieces are beside them, odd ones are they. */
export function around(text: string, words: string | undefined): string[] {
  const bare = words?.trim();
  if (!bare) return [text];
  const literal = bare.replace(/[.*+?^${}()|[\]\\]/g, "\\$&");
  return text.split(new RegExp(`(?<![\\p{L}\\p{N}])(${literal})(?![\\p{L}\\p{N}])`, "giu"));
}
