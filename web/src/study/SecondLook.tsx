import { createContext, type FormEvent, useContext, useState } from "react";
import { useTranslation } from "react-i18next";
import { useKeys } from "../app/keys";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { ErrorNotice } from "../ui/Notice";
import type { Progress } from "./door";

/** Asks the teacher to look at an answer again; null where nobody is to be asked, as in a rehearsal. */
export const AskForLook = createContext<((answer: string, reason: string) => Promise<void>) | null>(null);

/** "I think my answer is right": why, and what the teacher has said to it; ``keyed`` where it is the only one in sight. */
export function SecondLook({ last, keyed }: { last: Progress["answers"][number]; keyed: boolean }) {
  const { t } = useTranslation();
  const ask = useContext(AskForLook);
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState(last.look_reason);
  const [error, setError] = useState<unknown>(null);
  const short = last.outcome === "wrong" || (last.outcome === "marked" && last.share !== 1);
  const may = ask !== null && short && last.look === "none" && !open;
  useKeys([{ keys: "L", label: t("look.ask"), run: () => setOpen(true), off: !keyed || !may }]);
  if (last.look !== "none" && !open) {
    return (
      <div className="mb-2 border-l-4 border-line pl-3 text-[14px]">
        <p dir="auto">
          <span className="text-quiet">{t("look.youSaid")} </span>
          {last.look_reason}
        </p>
        <p>
          <b>{t(`look.state.${last.look}`)}</b>
          {last.look_word && <span dir="auto"> · {last.look_word}</span>}
        </p>
      </div>
    );
  }
  if (!ask || !short) return null;
  const send = (e: FormEvent) => {
    e.preventDefault();
    setError(null);
    ask(last.id, reason)
      .then(() => setOpen(false))
      .catch(setError);
  };
  if (!open) {
    return (
      <p className="mb-2">
        <Button small look="quiet" hint={keyed ? "L" : undefined} onClick={() => setOpen(true)}>
          {t("look.ask")}
        </Button>
      </p>
    );
  }
  return (
    <form onSubmit={send} className="mb-2">
      <Field label={t("look.why")} help={t("look.whyHelp")}>
        <textarea
          // biome-ignore lint/a11y/noAutofocus: it opened by a press, to be written in
          autoFocus
          className="field"
          dir="auto"
          rows={2}
          maxLength={1000}
          value={reason}
          onChange={(e) => setReason(e.target.value)}
        />
      </Field>
      <ErrorNotice error={error} />
      <div className="flex gap-2">
        <Button type="submit" look="main" disabled={!reason.trim()}>
          {t("look.send")}
        </Button>
        <Button onClick={() => setOpen(false)}>{t("look.leave")}</Button>
      </div>
    </form>
  );
}
