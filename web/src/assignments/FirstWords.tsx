import { useTranslation } from "react-i18next";
import { Field } from "../ui/Field";
import { wordingName } from "../ui/wordingName";
import type { Policy } from "./queries";

type Props = { policy: Policy; put: (part: Partial<Policy>) => void; tags: string[]; language: string };

/** In which words students first see the items, where there are others than the original. */
export function FirstWords({ policy, put, tags, language }: Props) {
  const { t, i18n } = useTranslation();
  if (tags.length === 0) return null;
  return (
    <Field label={t("share.wording")} help={t("share.wordingHelp")}>
      <select className="field !w-auto" value={policy.wording ?? ""} onChange={(e) => put({ wording: e.target.value })}>
        <option value="">{t("share.wordingTheirs")}</option>
        {[...new Set([...tags, language])].map((tag) => (
          <option key={tag} value={tag}>
            {wordingName(tag, t, i18n.language)}
          </option>
        ))}
      </select>
    </Field>
  );
}
