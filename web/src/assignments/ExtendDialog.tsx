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

type Props = {
  assignment: Assignment;
  /** Whom of the class it is about from the start. */
  member?: string | undefined;
  close: () => void;
  changed: () => void;
};

/** What one student has beyond the others: later ends, more tries, doing it again; or later ends for everybody. */
export function ExtendDialog({ assignment, member = "", close, changed }: Props) {
  const { t } = useTranslation();
  const every = useClass(assignment.class_id).data?.members ?? [];
  const members = every.filter((m) => assignment.chosen?.includes(m.id) ?? true);
  const has = (who: string): Own => {
    const { due_at, closes_at, extra_tries, extra_retakes } =
      assignment.extensions.find((e) => e.member === who) ?? NONE;
    return who === ALL ? { ...NONE, ...endsOf(assignment) } : { due_at, closes_at, extra_tries, extra_retakes };
  };
  const [who, setWho] = useState(member);
  const [own, setOwn] = useState<Own>(() => has(member));
  const [error, setError] = useState<unknown>(null);
  const forAll = who === ALL;
  const hasEnd = Boolean(assignment.due_at || assignment.closes_at);
  const put = (part: Partial<Own>) => setOwn({ ...own, ...part });
  const choose = (wanted: string) => {
    setWho(wanted);
    setOwn(has(wanted));
  };
  const save = (e: FormEvent) => {
    e.preventDefault();
    setError(null);
    const path = { assignment_id: assignment.id };
    const saved = forAll
      ? api.PATCH("/api/assignments/{assignment_id}/", {
          params: { path },
          body: changeable({ ...assignment, ...endsOf(own) }),
        })
      : api.PUT("/api/assignments/{assignment_id}/extensions/{member_id}/", {
          params: { path: { ...path, member_id: who } },
          body: own,
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
            {hasEnd && <option value={ALL}>{t("share.extendAll")}</option>}
            {members.map((m) => (
              <option key={m.id} value={m.id}>
                {m.name}
              </option>
            ))}
          </select>
        </Field>
        {hasEnd && <Ends assignment={assignment} own={own} put={put} />}
        {!forAll && <Tries own={own} put={put} />}
        <p className="mb-3 text-[13.5px] text-quiet">{t(forAll ? "share.extendAllHelp" : "share.extendHelp")}</p>
        <ErrorNotice error={error} />
        <SaveOrCancel cancel={close} />
      </form>
    </Dialog>
  );
}

type Ends = { due_at: string | null; closes_at: string | null };
type Own = Ends & { extra_tries: number; extra_retakes: number };
type Part = { own: Own; put: (part: Partial<Own>) => void };

const endsOf = ({ due_at = null, closes_at = null }: Partial<Assignment>): Ends => ({ due_at, closes_at });

/** Later ends, also by some days from those that are in force. */
function Ends({ assignment, own, put }: Part & { assignment: Assignment }) {
  const { t } = useTranslation();
  const later = (days: number) => {
    const by = (at: string | null = null) => at && new Date(new Date(at).getTime() + days * DAY_MS).toISOString();
    put({ due_at: by(own.due_at ?? assignment.due_at), closes_at: by(own.closes_at ?? assignment.closes_at) });
  };
  return (
    <>
      <div className="grid grid-cols-2 gap-x-3">
        {(["due_at", "closes_at"] as const).map((name) => (
          <Moment key={name} label={t(`share.${name}`)} at={own[name]} put={(at) => put({ [name]: at })} />
        ))}
      </div>
      <p className="mb-3 flex flex-wrap gap-2">
        {LATER_DAYS.map((days) => (
          <Button key={days} small onClick={() => later(days)}>
            {t("share.laterBy", { count: days })}
          </Button>
        ))}
      </p>
    </>
  );
}

/** More tries at each item, and the whole lesson again. */
function Tries({ own, put }: Part) {
  const { t } = useTranslation();
  return (
    <div className="flex flex-wrap gap-x-4">
      <Field label={t("share.extendTries")}>
        <select
          className="field !w-auto"
          value={own.extra_tries}
          onChange={(e) => put({ extra_tries: Number(e.target.value) })}
        >
          {withOwn(MORE, own.extra_tries).map((n) => (
            <option key={n} value={n}>
              {n ? `+${n}` : t("share.extendNone")}
            </option>
          ))}
        </select>
      </Field>
      <Field label={t("share.extendRetakes")}>
        <select
          className="field !w-auto"
          value={own.extra_retakes}
          onChange={(e) => put({ extra_retakes: Number(e.target.value) })}
        >
          {withOwn(MORE, own.extra_retakes).map((n) => (
            <option key={n} value={n}>
              {n ? t("share.extendTimes", { count: n }) : t("share.extendNot")}
            </option>
          ))}
        </select>
      </Field>
    </div>
  );
}

const withOwn = (choices: number[], own: number) => (choices.includes(own) ? choices : [...choices, own]);

const MORE = [0, 1, 2, 3];
const NONE: Own = { due_at: null, closes_at: null, extra_tries: 0, extra_retakes: 0 };
const ALL = "all";
const LATER_DAYS = [1, 2, 7];
const DAY_MS = 24 * 60 * 60 * 1000;
