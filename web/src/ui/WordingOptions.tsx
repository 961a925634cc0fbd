import { useTranslation } from "react-i18next";
import { wordingName } from "./wordings";

/** The options of a field in which a wording is chosen; ``original``: the language of the original, which stands first
 * and has no tag. */
export function WordingOptions({ tags, original }: { tags: string[]; original?: string }) {
  const { t, i18n } = useTranslation();
  return (
    <>
      {original && <option value="">{wordingName(original, t, i18n.language)}</option>}
      {tags.map((tag) => (
        <option key={tag} value={tag}>
          {wordingName(tag, t, i18n.language)}
        </option>
      ))}
    </>
  );
}
