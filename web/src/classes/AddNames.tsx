import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { FileField } from "../ui/FileField";
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
      <FileField
        label={t("classes.file")}
        help={t("classes.fileHelp")}
        accept=".csv,.txt,.tsv,text/plain,text/csv"
        take={([file]) => file && decoded(file).then(setText, setError)}
      />
      <Button type="submit" disabled={!text.trim()}>
        {t("classes.addDo")}
      </Button>
      <ErrorNotice error={error} />
      {told && <Told told={told} />}
    </form>
  );
}

/** A text file in UTF-8 or, as older spreadsheets write it, in Windows-1252. */
async function decoded(file: File): Promise<string> {
  const bytes = await file.arrayBuffer();
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder("windows-1252").decode(bytes);
  }
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
