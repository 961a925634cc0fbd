/** The tag of plainer words in the lesson's own language; every other tag is that of a language. */
export const PLAIN = "plain";

/** The wordings that any of some items has, each once, in the order they come. */
export function tagsOf(items: { wordings?: { tag: string }[] }[]): string[] {
  return [...new Set(items.flatMap((i) => (i.wordings ?? []).map((w) => w.tag)))];
}

/** The language of a wording of what is in ``language``. */
export const languageIn = (tag: string, language: string) => (tag && tag !== PLAIN ? tag : language);

/** A wording as people call it: plainer words, or a language. */
export const wordingName = (tag: string, t: (key: string) => string, locale: string) =>
  tag === PLAIN ? t("wording.plain") : languageName(tag, locale);

/** A language in the interface's own words; its code where the browser knows no name for it. */
export function languageName(code: string, locale: string): string {
  try {
    return new Intl.DisplayNames([locale], { type: "language" }).of(code) ?? code;
  } catch {
    return code;
  }
}
