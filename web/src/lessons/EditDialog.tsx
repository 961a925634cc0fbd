import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { Dialog } from "../ui/Dialog";
import { Field } from "../ui/Field";
import { ErrorNotice } from "../ui/Notice";
import { SaveOrCancel } from "../ui/SaveOrCancel";
import { type LessonRow, useLessonActs } from "./queries";

/** A lesson's title and the folder it lies in, one there is or a new one. */
export function EditDialog(props: { lesson: LessonRow; folders: string[]; close: () => void }) {
  const { t } = useTranslation();
  const acts = useLessonActs();
  const [title, setTitle] = useState(props.lesson.title);
  const [folder, setFolder] = useState(props.lesson.folder);
  const save = (e: FormEvent) => {
    e.preventDefault();
    acts.describe(props.lesson, { title, folder }, props.close);
  };
  return (
    <Dialog title={t("lessons.edit")} close={props.close}>
      <form onSubmit={save}>
        <Field label={t("recording.title")}>
          <input
            className="field"
            dir="auto"
            required
            maxLength={300}
            value={title}
            onChange={(e) => setTitle(e.target.value)}
          />
        </Field>
        <Field label={t("recording.folder")}>
          <input
            className="field"
            dir="auto"
            list="folders"
            maxLength={120}
            value={folder}
            onChange={(e) => setFolder(e.target.value)}
          />
        </Field>
        <datalist id="folders">
          {props.folders.map((name) => (
            <option key={name} value={name} />
          ))}
        </datalist>
        <ErrorNotice error={acts.error} />
        <SaveOrCancel cancel={props.close} disabled={!title.trim()} />
      </form>
    </Dialog>
  );
}
