import { type ComponentProps, useCallback, useEffect, useState } from "react";
import { useTranslation } from "react-i18next";
import { useKeys } from "../app/keys";
import { clock as shown } from "../app/times";
import { Button } from "../ui/Button";
import { ErrorNotice } from "../ui/Notice";
import { AnswerForm } from "./AnswerForm";
import type { StudyDoor } from "./door";

type Props = Omit<ComponentProps<typeof AnswerForm>, "ends"> & { open: StudyDoor["open"] };

/** A timed item: what it asks comes with the start of its clock, which is the student's to press. */
export function TimedForm({ open, ...form }: Props) {
  const { question, hear } = form;
  const { t } = useTranslation();
  const [ends, setEnds] = useState<number | null>(null);
  const [error, setError] = useState<unknown>(null);
  const start = useCallback(() => {
    setError(null);
    open(question.id, false)
      .then((leftMs) => setEnds(Date.now() + leftMs))
      .catch(setError);
  }, [open, question.id]);
  // Opened before: its clock runs on, or begins anew with another try.
  const opened = !question.withheld;
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, as it comes
  useEffect(() => {
    if (opened) start();
  }, []);
  useKeys([{ keys: "Enter", label: t("study.open"), run: start, off: ends !== null }]);
  if (ends !== null && opened) {
    const rest = hear && (() => open(question.id, true).then(hear, hear));
    return <AnswerForm {...form} hear={rest} ends={ends} />;
  }
  return (
    <>
      <p className="mb-3">{t("study.timedItem", { time: shown((question.time_limit_s ?? 0) * 1000) })}</p>
      <ErrorNotice error={error} />
      {(!opened || error !== null) && (
        <Button look="main" className="min-h-11" onClick={start}>
          {t("study.open")}
        </Button>
      )}
    </>
  );
}
