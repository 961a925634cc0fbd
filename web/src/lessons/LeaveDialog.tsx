import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body, type Schemas } from "../api/client";
import { Button } from "../ui/Button";
import { Dialog } from "../ui/Dialog";
import { ErrorNotice, Waiting } from "../ui/Notice";
import { Toggle } from "../ui/Toggle";
import { MadeFile } from "./MadeFile";
import type { LessonRow } from "./queries";
import { useMadeFile } from "./useMadeFile";

type Form = Schemas["FormLossesOut"]["form"];

/** A lesson saved as a file: whole, for another Escuela, or its items for another system. What a form cannot hold is
 * said before. */
export function LeaveDialog({ lesson, close }: { lesson: LessonRow; close: () => void }) {
  const { t } = useTranslation();
  const params = { path: { lesson_id: lesson.id } };
  const [form, setForm] = useState<Form>("archive");
  const [withRecording, setWithRecording] = useState(true);
  const forms = useQuery({
    queryKey: ["leaving", lesson.id],
    queryFn: async () => body(await api.GET("/api/lessons/{lesson_id}/leaving/", { params })),
  });
  const file = useMadeFile(async (wanted: Schemas["LeavingInRequest"]) =>
    body(await api.POST("/api/lessons/{lesson_id}/leaving/", { params, body: wanted })),
  );
  const losses = forms.data?.find((f) => f.form === form)?.losses ?? [];
  return (
    <Dialog title={t("leave.title", { title: lesson.title })} close={close}>
      {!forms.data && !forms.error && <Waiting />}
      <fieldset className="mb-3">
        <legend className="sr-only">{t("leave.forms")}</legend>
        {forms.data?.map(({ form: name }) => (
          <label key={name} className="flex cursor-pointer items-start gap-2 py-1">
            <input type="radio" name="form" className="mt-1" checked={form === name} onChange={() => setForm(name)} />
            <span>
              {t(`leave.form.${name}`)}
              <span className="block text-[13.5px] text-quiet">{t(`leave.help.${name}`)}</span>
            </span>
          </label>
        ))}
      </fieldset>
      {form === "archive" && <Toggle label={t("leave.withRecording")} on={withRecording} change={setWithRecording} />}
      {losses.length > 0 && (
        <div className="my-3 border-l-4 border-amber bg-paper px-3 py-2 text-[14px]">
          <p>{t("leave.lost")}</p>
          <ul className="list-disc pl-5">
            {losses.map((l) => (
              <li key={l.code}>{t(`leave.lost.${l.code}`, { count: l.count })}</li>
            ))}
          </ul>
        </div>
      )}
      <div className="mt-3 flex flex-wrap items-center gap-2">
        <Button
          look="main"
          disabled={file.busy || !forms.data}
          onClick={() => file.ask({ form, with_recording: withRecording })}
        >
          {t("leave.save")}
        </Button>
        <Button onClick={close}>{t("shared.close")}</Button>
        <MadeFile file={file} />
      </div>
      <ErrorNotice error={forms.error} />
    </Dialog>
  );
}
