import { useState } from "react";
import { useTranslation } from "react-i18next";
import { Button } from "../ui/Button";
import { Dialog } from "../ui/Dialog";
import { Field } from "../ui/Field";
import { ErrorNotice } from "../ui/Notice";
import { useUndo } from "../ui/Undo";
import { acts, type Member, type SchoolClass, useClasses, useTakeClass } from "./queries";

/** What is done rarely with one student: two entries made one, another class. Both can be taken back. */
export function MemberDialog({ member, known, close }: { member: Member; known: SchoolClass; close: () => void }) {
  const { t } = useTranslation();
  const take = useTakeClass();
  const undo = useUndo();
  const [same, setSame] = useState("");
  const [to, setTo] = useState("");
  const [error, setError] = useState<unknown>(null);
  const others = known.members.filter((m) => m.id !== member.id);
  const classes = useClasses().data?.filter((c) => c.id !== known.id && !c.archived) ?? [];
  const done = (fresh: SchoolClass, sentence: string, back: () => Promise<unknown>) => {
    take(fresh);
    undo.offer(sentence, back);
    close();
  };
  const merge = () => {
    const into = others.find((m) => m.id === same);
    acts
      .merge(member.id, same)
      .then(
        (fresh) =>
          done(fresh, t("classes.merged", { name: member.name, into: into?.name }), () =>
            acts.part(member.id).then(take),
          ),
        setError,
      );
  };
  const move = () => {
    const there = classes.find((c) => c.id === to);
    acts
      .changeMember(member.id, { school_class: to })
      .then(
        (fresh) =>
          done(fresh, t("classes.moved", { name: member.name, to: there?.name }), () =>
            acts.changeMember(member.id, { school_class: known.id }).then(() => acts.look(known.id).then(take)),
          ),
        setError,
      );
  };
  return (
    <Dialog title={member.name} close={close}>
      <Field label={t("classes.sameAs")} help={t("classes.sameAsHelp")}>
        <select className="field" value={same} onChange={(e) => setSame(e.target.value)}>
          <option value="">–</option>
          {others.map((m) => (
            <option key={m.id} value={m.id}>
              {m.name}
            </option>
          ))}
        </select>
      </Field>
      <Button disabled={!same} onClick={merge} className="mb-5">
        {t("classes.merge")}
      </Button>
      {classes.length > 0 && (
        <>
          <Field label={t("classes.moveTo")} help={t("classes.moveToHelp")}>
            <select className="field" value={to} onChange={(e) => setTo(e.target.value)}>
              <option value="">–</option>
              {classes.map((c) => (
                <option key={c.id} value={c.id}>
                  {c.name}
                </option>
              ))}
            </select>
          </Field>
          <Button disabled={!to} onClick={move}>
            {t("classes.move")}
          </Button>
        </>
      )}
      <ErrorNotice error={error} />
    </Dialog>
  );
}
