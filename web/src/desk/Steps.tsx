import { useTranslation } from "react-i18next";
import { NavLink, useNavigate } from "react-router";
import { useKeys } from "../app/keys";
import type { Desk } from "./queries";

export const STEPS = ["recording", "script", "items", "check", "share", "results"] as const;
export type Step = (typeof STEPS)[number];

/** The steps in the order of the work; a step that needs something says how much. */
export function Steps({ desk, step }: { desk: Desk; step: Step }) {
  const { t } = useTranslation();
  const go = useNavigate();
  useKeys(
    STEPS.map((s, n) => ({ keys: String(n + 1), label: t(`step.${s}`), run: () => go(`/lessons/${desk.id}/${s}`) })),
  );
  const mine = desk.items.filter((i) => i.place === "lesson");
  const open = mine.filter((i) => i.open).length;
  const undecided = mine.some((i) => i.undecided);
  const pool = desk.items.length - mine.length;
  const needs: Partial<Record<Step, string>> = {
    items: pool ? t("step.inPool", { count: pool }) : "",
    check: open ? String(open) : "",
  };
  return (
    <nav aria-label={t("step.all")} className="flex flex-wrap gap-x-4 self-stretch pl-2 xl:shrink-0">
      {STEPS.map((s) => (
        <NavLink
          key={s}
          to={`/lessons/${desk.id}/${s}`}
          aria-current={s === step ? "step" : undefined}
          className={`flex items-center border-b-[3px] pt-[3px] ${s === step ? "border-ink font-semibold" : "border-transparent text-quiet hover:text-ink"}`}
        >
          {t(`step.${s}`)}
          {needs[s] && (
            <b className={`ml-1 ${s === "check" && undecided ? "text-brick" : "font-normal text-quiet"}`}>{needs[s]}</b>
          )}
        </NavLink>
      ))}
    </nav>
  );
}
