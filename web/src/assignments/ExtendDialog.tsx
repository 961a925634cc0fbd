import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { api } from "../api/client";
import { useClass } from "../classes/queries";
import { Dialog } from "../ui/Dialog";
import { Field } from "../ui/Field";
import { ErrorNotice } from "../ui/Notice";
import { SaveOrCancel } from "../ui/SaveOrCancel";
import type { Assignment } from "./queries";
import { Moment } from "./Rules";

type Props = { assignment: Assignment; close: () => void; changed: () => void };

/** Later ends for one student of the class. */
export function ExtendDialog({ assignment, close, changed }: Props) {
  const { t } = useTranslation();
  const members = useClass(assignment.class_id).data?.members ?? [];
  const [who, setWho] = useState("");
  const [ends, setEnds] = useState<{ due_at: string | null; closes_at: string | null }>(NONE);
  const [error, setError] = useState<unknown>(null);
  const choose = (member: string) => {
    setWho(member);
    setEnds(assignment.extensions.find((e) => e.member === member) ?? NONE);
  };
  const save = (e: FormEvent) => {
    e.preventDefault();
    setError(null);
    const { due_at, closes_at } = ends;
    api
      .PUT("/api/assignments/{assignment_id}/extensions/{member_id}/", {
        params: { path: { assignment_id: assignment.id, member_id: who } },
        body: { due_at, closes_at },
      })
      .then(() => {
        changed();
        close();
      })
      .catch(setError);
  };
  return (
    <Dialog title={t("share.extendTitle")} close={close}>
      <form onSubmit={save}>
        <Field label={t("share.extendWho")}>
          <select className="field" value={who} onChange={(e) => choose(e.target.value)} required>
            <option value="" disabled>
              …
            </option>
            {members.map((m) => (
              <option key={m.id} value={m.id}>
                {m.name}
              </option>
            ))}
          </select>
        </Field>
        <div className="grid grid-cols-2 gap-x-3">
          {(["due_at", "closes_at"] as const).map((name) => (
            <Moment
              key={name}
              label={t(`share.${name}`)}
              at={ends[name]}
              put={(at) => setEnds({ ...ends, [name]: at })}
            />
          ))}
        </div>
        <p className="mb-3 text-[13.5px] text-quiet">{t("share.extendHelp")}</p>
        <ErrorNotice error={error} />
        <SaveOrCancel cancel={close} />
      </form>
    </Dialog>
  );
}

const NONE = { due_at: null, closes_at: null };
