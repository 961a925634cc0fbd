import { useTranslation } from "react-i18next";
import { useKeys } from "../app/keys";
import { MadeFile } from "../lessons/MadeFile";
import { Button } from "../ui/Button";
import type { Form, Version } from "./parts";
import { useFile } from "./queries";

const OTHERS: Form[] = ["docx", "odt", "html", "form", "txt", "md"];

/** The handout as a file: PDF by one press, the others from a list. */
export function TakeFile({ lesson, version, off }: { lesson: string; version: Version; off: boolean }) {
  const { t } = useTranslation();
  const file = useFile(lesson);
  const ask = (form: Form) => file.ask({ form, version });
  const waits = off || file.busy;
  useKeys([{ keys: "Shift+D", label: t("handout.pdf"), run: () => ask("pdf"), off: waits }]);
  return (
    <div className="flex flex-wrap items-center gap-2">
      <Button look="main" hint="Shift+D" disabled={waits} onClick={() => ask("pdf")}>
        {t("handout.pdf")}
      </Button>
      <select
        className="field !w-44"
        aria-label={t("handout.otherForms")}
        value=""
        disabled={waits}
        onChange={(e) => ask(e.target.value as Form)}
      >
        <option value="">{t("handout.otherForms")}</option>
        {OTHERS.map((form) => (
          <option key={form} value={form}>
            {t(`handout.form.${form}`)}
          </option>
        ))}
      </select>
      <MadeFile file={file} />
    </div>
  );
}
