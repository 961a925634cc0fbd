import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { api } from "../api/client";
import { Dialog } from "../ui/Dialog";
import { Field } from "../ui/Field";
import { ErrorNotice } from "../ui/Notice";
import { SaveOrCancel } from "../ui/SaveOrCancel";
import { FirstWords } from "./FirstWords";
import { ForWhom } from "./ForWhom";
import { changeable } from "./policy";
import type { Assignment, Policy } from "./queries";
import { Instructions, Rules, Times } from "./Rules";
import { Said } from "./Said";

type Props = { assignment: Assignment; close: () => void; changed: () => void };

/** Another name, other times and rules for what students have already; the lesson in it stays as it was shared. */
export function ChangeDialog({ assignment, close, changed }: Props) {
  const { t } = useTranslation();
  const [policy, setPolicy] = useState<Policy>({ ...assignment, with_unseen: false });
  const [error, setError] = useState<unknown>(null);
  const put = (part: Partial<Policy>) => setPolicy({ ...policy, ...part });
  const save = (e: FormEvent) => {
    e.preventDefault();
    setError(null);
    const body = changeable(policy);
    api
      .PATCH("/api/assignments/{assignment_id}/", { params: { path: { assignment_id: assignment.id } }, body })
      .then(() => {
        changed();
        close();
      })
      .catch(setError);
  };
  return (
    <Dialog title={t("share.changeTitle", { name: assignment.name })} close={close}>
      <form onSubmit={save}>
        <Field label={t("share.name")}>
          <input
            className="field"
            value={policy.name}
            onChange={(e) => put({ name: e.target.value })}
            maxLength={120}
            dir="auto"
          />
        </Field>
        {assignment.class_id && (
          <ForWhom
            schoolClass={assignment.class_id}
            chosen={policy.chosen ?? null}
            choose={(chosen) => put({ chosen })}
          />
        )}
        <Instructions policy={policy} put={put} />
        <FirstWords policy={policy} put={put} tags={assignment.wordings} language={assignment.language} />
        <Times policy={policy} put={put} />
        <Rules policy={policy} put={put} />
        <Said policy={policy} />
        <ErrorNotice error={error} />
        <SaveOrCancel cancel={close} />
      </form>
    </Dialog>
  );
}
