import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { api } from "../api/client";
import { useClass } from "../classes/queries";
import { Button } from "../ui/Button";
import { Dialog } from "../ui/Dialog";
import { Field } from "../ui/Field";
import { ErrorNotice } from "../ui/Notice";
import { SaveOrCancel } from "../ui/SaveOrCancel";
import { changeable } from "./policy";
import type { Assignment } from "./queries";
import { Moment } from "./Rules";

type Props = { assignment: Assignment; close: () => void; changed: () => void };

/** Later ends for one student of the class, or for all of it. */
export function ExtendDialog({ assignment, close, changed }: Props) {
  const { t } = useTranslation();
  const members = useClass(assignment.class_id).data?.members ?? [];
  const [who, setWho] = useState("");
  const [ends, setEnds] = useState<{ due_at: string | null; closes_at: string | null }>(NONE);
  const [error, setError] = useState<unknown>(null);
  const forAll = who === ALL;
  const ownEnds = (member: string) => assignment.extensions.find((e) => e.member === member);
  const choose = (member: string) => {
    setWho(member);
    const { due_at = null, closes_at = null } = (member === ALL ? assignment : ownEnds(member)) ?? NONE;
    setEnds({ due_at, closes_at });
  };
  // From the ends that are in force.
  const later = (days: number) => {
    const by = (at: string | null, given: string | null = null) => {
      const from = at ?? given;
      return from && new Date(new Date(from).getTime() + days * DAY_MS).toISOString();
    };
    setEnds({ due_at: by(ends.due_at, assignment.due_at), closes_at: by(ends.closes_at, assignment.closes_at) });
  };
  const save = (e: FormEvent) => {
    e.preventDefault();
    setError(null);
    const { due_at, closes_at } = ends;
    const path = { assignment_id: assignment.id };
    const saved = forAll
      ? api.PATCH("/api/assignments/{assignment_id}/", {
          params: { path },
          body: changeable({ ...assignment, due_at, closes_at }),
        })
      : api.PUT("/api/assignments/{assignment_id}/extensions/{member_id}/", {
          params: { path: { ...path, member_id: who } },
          body: { due_at, closes_at },
        });
    saved
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
            <option value={ALL}>{t("share.extendAll")}</option>
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
        {who && (assignment.due_at || assignment.closes_at) && (
          <p className="mb-3 flex flex-wrap gap-2">
            {LATER_DAYS.map((days) => (
              <Button key={days} small onClick={() => later(days)}>
                {t("share.laterBy", { count: days })}
              </Button>
            ))}
          </p>
        )}
        <p className="mb-3 text-[13.5px] text-quiet">{t(forAll ? "share.extendAllHelp" : "share.extendHelp")}</p>
        <ErrorNotice error={error} />
        <SaveOrCancel cancel={close} />
      </form>
    </Dialog>
  );
}

const NONE = { due_at: null, closes_at: null };
const ALL = "all";
const LATER_DAYS = [1, 2, 7];
const DAY_MS = 24 * 60 * 60 * 1000;
