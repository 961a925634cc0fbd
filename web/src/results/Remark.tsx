import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { ErrorNotice } from "../ui/Notice";
import { type StudentResult, useForOne } from "./queries";

type Props = { assignment: string; student: string; result: StudentResult };

/** What the teacher says of all that a student did, which the student reads at the end of the lesson. */
export function Remark({ assignment, student, result }: Props) {
  const { t } = useTranslation();
  const [text, setText] = useState(result.remark);
  const forOne = useForOne(assignment, student);
  const isNew = text.trim() !== result.remark;
  const save = (e: FormEvent) => {
    e.preventDefault();
    forOne.mutate({ remark: text, reopen: false });
  };
  return (
    <form onSubmit={save} className={`mb-3 ${result.remark ? "" : "print:hidden"}`}>
      <Field
        label={t("student.remark")}
        help={t(forOne.isSuccess && !isNew ? "student.remarkSaved" : "student.remarkHelp", { name: result.nickname })}
      >
        <textarea
          className="field field-sizing-content min-h-16"
          dir="auto"
          rows={2}
          maxLength={4000}
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
      </Field>
      <ErrorNotice error={forOne.error} />
      {isNew && (
        <Button small look="main" type="submit" disabled={forOne.isPending}>
          {t("recording.save")}
        </Button>
      )}
    </form>
  );
}
