import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { api } from "../api/client";
import { ExtendDialog } from "../assignments/ExtendDialog";
import { useAssignment } from "../assignments/queries";
import { Button } from "../ui/Button";
import { Dialog } from "../ui/Dialog";
import { Field } from "../ui/Field";
import { ErrorNotice } from "../ui/Notice";
import { type StudentResult, useForOne } from "./queries";

type Props = { assignment: string; student: string; result: StudentResult; gone: () => void; print: () => void };

/** What a teacher may do for one student, and with what is kept of them: more time, another name, all of it as a file,
    erasing it. */
export function StudentActs(props: Props) {
  const { t } = useTranslation();
  const [doing, setDoing] = useState<"" | "more" | "rename" | "erase">("");
  const { finished, member } = props.result;
  const forOne = useForOne(props.assignment, props.student);
  const address = `/api/assignments/${props.assignment}/students/${props.student}/data/`;
  const close = () => setDoing("");
  return (
    <div className="mb-3 flex flex-wrap gap-1.5 print:hidden">
      <Button small onClick={props.print}>
        {t("results.print")}
      </Button>
      {member && (
        <Button small onClick={() => setDoing("more")}>
          {t("share.extend")}
        </Button>
      )}
      {finished && (
        <Button small title={t("student.reopenHelp")} onClick={() => forOne.mutate({ reopen: true })}>
          {t("student.reopen")}
        </Button>
      )}
      <Button small onClick={() => setDoing("rename")}>
        {t("student.rename")}
      </Button>
      <a
        className="rounded border border-teal px-2 py-0.5 text-[13.5px] text-teal hover:bg-here"
        href={address}
        download
      >
        {t("student.export")}
      </a>
      <Button small look="danger" onClick={() => setDoing("erase")}>
        {t("student.erase")}
      </Button>
      <ErrorNotice error={forOne.error} />
      {doing === "more" && member && <More assignment={props.assignment} member={member} close={close} />}
      {doing === "rename" && <Rename {...props} close={close} />}
      {doing === "erase" && <Erase {...props} close={close} />}
    </div>
  );
}

function useDone(assignment: string, close: () => void) {
  const queries = useQueryClient();
  const [error, setError] = useState<unknown>(null);
  const after = (done: Promise<unknown>, then = close) =>
    done
      .then(() => {
        queries.invalidateQueries({ queryKey: ["sheet", assignment] });
        then();
      })
      .catch(setError);
  return { error, after };
}

/** More time or tries for this one. */
function More({ assignment, member, close }: { assignment: string; member: string; close: () => void }) {
  const queries = useQueryClient();
  const given = useAssignment(assignment).data;
  const changed = () => {
    queries.invalidateQueries({ queryKey: ["assignment", assignment] });
    queries.invalidateQueries({ queryKey: ["assignments"] });
  };
  return given ? <ExtendDialog assignment={given} member={member} close={close} changed={changed} /> : null;
}

function Rename({ assignment, student, result, close }: Props & { close: () => void }) {
  const { t } = useTranslation();
  const [name, setName] = useState(result.nickname);
  const { error, after } = useDone(assignment, close);
  const rename = (e: FormEvent) => {
    e.preventDefault();
    after(
      api.PATCH("/api/assignments/{assignment_id}/students/{student_id}/data/", {
        params: { path: { assignment_id: assignment, student_id: student } },
        body: { nickname: name },
      }),
    );
  };
  return (
    <Dialog title={t("student.rename")} close={close}>
      <form onSubmit={rename}>
        <Field label={t("student.name")}>
          <input className="field" dir="auto" value={name} onChange={(e) => setName(e.target.value)} />
        </Field>
        <ErrorNotice error={error} />
        <Button look="main" type="submit">
          {t("student.rename")}
        </Button>
      </form>
    </Dialog>
  );
}

function Erase({ assignment, student, result, close, gone }: Props & { close: () => void }) {
  const { t } = useTranslation();
  const { error, after } = useDone(assignment, close);
  const erase = () =>
    after(
      api.DELETE("/api/assignments/{assignment_id}/students/{student_id}/data/", {
        params: { path: { assignment_id: assignment, student_id: student } },
      }),
      gone,
    );
  return (
    <Dialog title={t("student.erase")} close={close}>
      <p className="mb-3">{t("student.eraseWhat", { name: result.nickname })}</p>
      <ErrorNotice error={error} />
      <div className="flex gap-2">
        <Button look="danger" onClick={erase}>
          {t("student.erase")}
        </Button>
        <Button onClick={close}>{t("account.stay")}</Button>
      </div>
    </Dialog>
  );
}
