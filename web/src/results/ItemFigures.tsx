import { useTranslation } from "react-i18next";
import { Link, useParams } from "react-router";
import type { ItemAnswers } from "./queries";

/** What an item's answers say of the item itself: how hard it was, who chose what, and whether it should be looked at. */
export function ItemFigures({ item }: { item: ItemAnswers }) {
  const { t } = useTranslation();
  const { lesson = "" } = useParams();
  const { facility, correlation, thirds, suspicion, option, answered } = item.statistics;
  if (answered === 0) return null;
  const [lower, , upper] = thirds;
  const named = (given: string) => {
    if (given === "?") return t("study.notSure");
    return item.kind === "true_false" ? t(`study.${given}`) : given;
  };
  return (
    <section className="mb-4 text-[14px]">
      {suspicion && (
        <p className="mb-2 border-l-4 border-amber pl-3">
          {t(`figures.${suspicion}`, { option: named(option) })}{" "}
          <Link className="text-teal underline" to={`/lessons/${lesson}/check`}>
            {t("figures.toCheck")}
          </Link>
        </p>
      )}
      {/* A share of a small class says less than the bars above. */}
      {facility !== null && answered >= 10 && (
        <p className="text-quiet">
          {t("figures.facility", { percent: Math.round(facility * 100) })}
          {correlation !== null && ` ${t(goes(correlation), { r: correlation.toFixed(2) })}`}
        </p>
      )}
      {lower && upper && item.options.length > 0 && (
        <details className="mt-1">
          <summary className="cursor-pointer text-quiet">{t("figures.thirds")}</summary>
          <table className="mt-1 w-full text-left">
            <thead className="text-quiet">
              <tr>
                <th scope="col" className="font-normal">
                  {t("figures.given")}
                </th>
                {(["lower", "middle", "upper"] as const).map((third, n) => (
                  <th key={third} scope="col" className="px-2 text-right font-normal">
                    {t(`figures.${third}`, { count: thirds[n]?.students ?? 0 })}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {item.options.map((o) => (
                <tr key={o.text} className="border-t border-rule">
                  <th scope="row" dir="auto" className="font-normal">
                    {named(o.text)}
                    {o.correct && <b> ({t("item.key")})</b>}
                  </th>
                  {thirds.map((third, n) => (
                    // biome-ignore lint/suspicious/noArrayIndexKey: the thirds have no other name
                    <td key={n} className="px-2 text-right">
                      {third.given[o.text] ?? 0}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </details>
      )}
    </section>
  );
}

function goes(r: number): string {
  if (r <= -0.3) return "figures.against";
  return r < 0.2 ? "figures.hardly" : "figures.with";
}
