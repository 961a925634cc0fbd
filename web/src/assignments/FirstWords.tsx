import { useTranslation } from "react-i18next";
import { Field } from "../ui/Field";
import { WordingOptions } from "../ui/WordingOptions";
import type { Policy } from "./queries";

type Props = { policy: Policy; put: (part: Partial<Policy>) => void; tags: string[]; language: string };

/** In which words students first see the items, where there are others than the original. */
export function FirstWords({ policy, put, tags, language }: Props) {
  const { t } = useTranslation();
  if (tags.length === 0) return null;
  return (
    <Field label={t("share.wording")} help={t("share.wordingHelp")}>
      <select className="field !w-auto" value={policy.wording ?? ""} onChange={(e) => put({ wording: e.target.value })}>
        <option value="">{t("share.wordingTheirs")}</option>
        <WordingOptions tags={[...tags, language]} />
      </select>
    </Field>
  );
}
