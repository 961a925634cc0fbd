import { Pencil } from "lucide-react";
import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { Dialog } from "../ui/Dialog";
import { Field } from "../ui/Field";
import { ErrorNotice } from "../ui/Notice";
import { SaveOrCancel } from "../ui/SaveOrCancel";
import { DELETED, foldersOf, type LessonRow, type Shelf, useLessonActs, useLessons } from "./queries";

type Props = { lessons: LessonRow[]; folder: Shelf; choose: (folder: Shelf) => void };

/** All lessons, those of each folder, and the deleted ones. */
export function Folders({ lessons, folder, choose }: Props) {
  const { t } = useTranslation();
  const [renaming, setRenaming] = useState<string | null>(null);
  const deleted = useLessons("", DELETED).data?.length ?? 0;
  const counted = (name: string) => lessons.filter((l) => l.folder === name).length;
  const rows: [Shelf, string, number][] = [
    [undefined, t("lessons.all"), lessons.length],
    ...foldersOf(lessons).map((name): [Shelf, string, number] => [name, name, counted(name)]),
  ];
  if (deleted > 0 || folder === DELETED) rows.push([DELETED, t("lessons.deleted"), deleted]);
  return (
    <nav aria-label={t("lessons.folders")} className="border-r border-rule bg-paper p-4">
      {rows.map(([value, name, n]) => (
        <div key={`${typeof value} ${name}`} className="flex items-center">
          <button
            type="button"
            aria-current={folder === value}
            onClick={() => choose(value)}
            className={`flex min-w-0 flex-1 justify-between gap-2 rounded px-2 py-1.5 text-left ${folder === value ? "bg-sand font-semibold" : ""} ${value === DELETED ? "mt-3 text-quiet" : ""}`}
          >
            <span dir="auto" className="truncate">
              {name}
            </span>
            <span className="text-quiet">{n}</span>
          </button>
          {typeof value === "string" && value === folder && (
            <button
              type="button"
              aria-label={t("lessons.renameFolder", { name })}
              title={t("lessons.renameFolder", { name })}
              className="ml-1 rounded p-1.5 text-teal hover:bg-sand"
              onClick={() => setRenaming(value)}
            >
              <Pencil size={14} aria-hidden="true" />
            </button>
          )}
        </div>
      ))}
      {renaming !== null && <RenameDialog name={renaming} close={() => setRenaming(null)} renamed={choose} />}
    </nav>
  );
}

function RenameDialog(props: { name: string; close: () => void; renamed: (name: string) => void }) {
  const { t } = useTranslation();
  const acts = useLessonActs();
  const [name, setName] = useState(props.name);
  const save = (e: FormEvent) => {
    e.preventDefault();
    acts.renameFolder(props.name, name.trim(), () => {
      props.renamed(name.trim());
      props.close();
    });
  };
  return (
    <Dialog title={t("lessons.renameFolder", { name: props.name })} close={props.close}>
      <form onSubmit={save}>
        <Field label={t("recording.folder")}>
          <input
            className="field"
            dir="auto"
            required
            maxLength={120}
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
        </Field>
        <ErrorNotice error={acts.error} />
        <SaveOrCancel cancel={props.close} disabled={!name.trim()} />
      </form>
    </Dialog>
  );
}
