import { useTranslation } from "react-i18next";
import type { Sheet } from "../queries";

/** Why a segment should be taught again, in words, and how sure that is. */
export function Why({ segment }: { segment: Sheet["segments"][number] }) {
  const { t } = useTranslation();
  const { advice } = segment;
  if (!advice) return null;
  return (
    <div className={`border-l-4 pl-3 ${advice.sure ? "border-brick" : "border-amber"}`}>
      {advice.low && (
        <p>
          {t("teaching.low", advice)} {advice.other_answered > 0 && t("teaching.elsewhere", advice)}
        </p>
      )}
      {advice.often && <p>{t("teaching.often", advice)}</p>}
      <p className="text-[13.5px] text-quiet">{t(advice.sure ? "teaching.sure" : "teaching.unsure")}</p>
    </div>
  );
}
