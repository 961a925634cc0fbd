import { useTranslation } from "react-i18next";
import type { Sheet } from "./queries";

export type Sign = Sheet["students"][number]["signs"][number];

/** What may be worth a look in how a student went through it: figures, never a verdict. */
export function Signs({ signs }: { signs: Sign[] }) {
  const { t } = useTranslation();
  if (signs.length === 0) return null;
  return (
    <section className="mb-3 border-l-4 border-amber pl-3 text-[14px] print:hidden">
      <h3 className="font-semibold">{t("signs.title")}</h3>
      <ul>
        {signs.map((s) => (
          <li key={s.code} dir="auto">
            {t(`signs.${s.code}`, {
              count: s.items.length,
              items: s.items.join(", "),
              seconds: s.seconds,
              others: s.others.join(", "),
            })}
          </li>
        ))}
      </ul>
      <p className="text-quiet">{t("signs.only")}</p>
    </section>
  );
}
