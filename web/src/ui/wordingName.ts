/** A wording as people call it: plainer words, or a language, named in the interface's own. */
export function wordingName(tag: string, t: (key: string) => string, locale: string): string {
  if (tag === "plain") return t("wording.plain");
  return new Intl.DisplayNames([locale], { type: "language" }).of(tag) ?? tag;
}
