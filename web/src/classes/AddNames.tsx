import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { ErrorNotice } from "../ui/Notice";
import { acts, type Roster, type SchoolClass, useTakeClass } from "./queries";

/** Names pasted or typed, one a line; what was read of them is said. */
export function AddNames({ known }: { known: SchoolClass }) {
  const { t } = useTranslation();
  const take = useTakeClass();
  const [text, setText] = useState("");
  const [told, setTold] = useState<Roster | null>(null);
  const [error, setError] = useState<unknown>(null);
  const add = (e: FormEvent) => {
    e.preventDefault();
    setError(null);
    acts.add(known.id, text).then((roster) => {
      take(roster.school_class);
      setTold(roster);
      setText("");
    }, setError);
  };
  return (
    <form onSubmit={add}>
      <Field label={t("classes.add")} help={t("classes.addHelp")}>
        <textarea dir="auto" rows={6} className="field" value={text} onChange={(e) => setText(e.target.value)} />
      </Field>
      <Button type="submit" disabled={!text.trim()}>
        {t("classes.addDo")}
      </Button>
      <ErrorNotice error={error} />
      {told && <Told told={told} />}
    </form>
  );
}

function Told({ told }: { told: Roster }) {
  const { t } = useTranslation();
  return (
    <div role="status" className="mt-3 text-[14px]">
      <p>{t("classes.added", { count: told.added })}</p>
      {told.doubled.length > 0 && <p>{t("classes.doubled", { names: told.doubled.join(", ") })}</p>}
      {told.too_long.length > 0 && <p>{t("classes.tooLong", { names: told.too_long.join(", ") })}</p>}
      {told.over > 0 && <p>{t("classes.over", { count: told.over })}</p>}
    </div>
  );
}
