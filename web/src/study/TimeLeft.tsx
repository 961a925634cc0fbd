import { useState } from "react";
import { useTranslation } from "react-i18next";
import { clock as shown } from "../app/times";

const SAID_AT_S = [60, 30, 10];

/** How much time is left for an item; said aloud only now and then. */
export function TimeLeft({ ms }: { ms: number }) {
  const { t } = useTranslation();
  const seconds = Math.ceil(ms / 1000);
  const [first] = useState(seconds);
  // What there is at the start, then the marks below it as they are passed.
  const said = SAID_AT_S.findLast((s) => s < first && seconds <= s) ?? first;
  return (
    <span className={seconds <= 10 ? "font-semibold text-brick" : ""}>
      <span aria-hidden="true">{t("study.timeLeft", { time: shown(seconds * 1000) })}</span>
      <span role="status" className="sr-only">
        {t("study.secondsLeft", { count: said })}
      </span>
    </span>
  );
}
