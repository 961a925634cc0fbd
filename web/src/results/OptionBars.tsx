import { useTranslation } from "react-i18next";
import { Rich } from "../ui/Rich";
import type { ItemAnswers } from "./queries";

/** What was answered first, how often. */
export function OptionBars({ item }: { item: ItemAnswers }) {
  const { t } = useTranslation();
  const most = Math.max(1, ...item.options.map((o) => o.count));
  const name = (text: string) => {
    if (text === "?") return t("study.notSure");
    return item.kind === "true_false" ? t(`study.${text}`) : text;
  };
  return (
    <section className="mb-4">
      <h3 dir="auto" className="mb-1.5 font-semibold">
        “<Rich text={item.prompt} />”
      </h3>
      <ul className="space-y-1">
        {item.options.map((o) => (
          <li key={o.text} className="flex items-center gap-2 text-[14px]">
            <span
              aria-hidden="true"
              style={{ width: `${(o.count / most) * 38}%` }}
              className={`h-5 shrink-0 ${o.text === "?" ? "border border-ink" : o.correct ? "bg-teal" : "bg-line"} ${o.count ? "min-w-[3px]" : ""}`}
            />
            <span dir="auto">
              {o.count} · {name(o.text)} {o.correct && <b>({t("item.key")})</b>}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
