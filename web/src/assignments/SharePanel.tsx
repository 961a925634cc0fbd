import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { Link } from "react-router";
import { ApiError, api } from "../api/client";
import type { Desk, Item } from "../desk/queries";
import { Button } from "../ui/Button";
import { Field, OneOf, Toggle } from "../ui/Field";
import { ErrorNotice } from "../ui/Notice";
import { Given } from "./Given";
import { type Policy, useAssignments, useForgetAssignments } from "./queries";
import { Said } from "./Said";

/** Giving the lesson out, and what was given out before. */
export function SharePanel({ desk }: { desk: Desk }) {
  const { t } = useTranslation();
  const given = useAssignments(desk.id);
  return (
    <main className="grid flex-1 gap-8 overflow-y-auto bg-sheet p-6 lg:grid-cols-[minmax(320px,580px)_1fr]">
      <ShareForm desk={desk} />
      <section aria-label={t("share.given")}>
        <h2 className="mb-3 text-lg font-semibold">{t("share.given")}</h2>
        <ErrorNotice error={given.error} />
        {given.data?.length === 0 && <p className="text-quiet">{t("share.notYet")}</p>}
        {given.data?.map((a) => (
          <Given key={a.id} assignment={a} lesson={desk.id} />
        ))}
      </section>
    </main>
  );
}

const FIRST: Policy = {
  name: "",
  opens_at: null,
  due_at: null,
  closes_at: null,
  attempts: 2,
  feedback: "at_once",
  show_key: true,
  skipping: "freely",
  offer_not_sure: true,
  shuffle: false,
  time_limits: true,
  grace_min: 60,
  with_unseen: false,
};

function ShareForm({ desk }: { desk: Desk }) {
  const { t } = useTranslation();
  const [policy, setPolicy] = useState(FIRST);
  const [error, setError] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const forget = useForgetAssignments(desk.id);
  const put = (part: Partial<Policy>) => setPolicy({ ...policy, ...part });
  const mine = desk.items.filter((i) => i.place === "lesson");
  const undecided = mine.filter((i) => i.undecided);
  const timed = mine.some((i) => i.content.time_limit_s);
  const share = async (e: FormEvent) => {
    e.preventDefault();
    setError(null);
    setBusy(true);
    try {
      await api.POST("/api/lessons/{lesson_id}/assignments/", {
        params: { path: { lesson_id: desk.id } },
        body: policy,
      });
      forget();
    } catch (refused) {
      setError(refused);
    }
    setBusy(false);
  };
  return (
    <form onSubmit={share}>
      <h2 className="mb-1 text-lg font-semibold">{t("share.title")}</h2>
      <p className="mb-4 text-quiet">{t("share.freezes", { count: mine.length })}</p>
      {undecided.length > 0 && (
        <div className="mb-4 border-l-4 border-brick bg-blush px-3 py-2">
          <p>{t("share.undecided", { count: undecided.length })}</p>
          <ul className="my-1 list-disc pl-5">
            {undecided.map((i) => (
              <li key={i.id} dir="auto">
                {i.content.prompt}
              </li>
            ))}
          </ul>
          <Link className="text-teal underline" to={`/lessons/${desk.id}/check`}>
            {t("share.toCheck")}
          </Link>
        </div>
      )}
      <Unseen items={mine} on={policy.with_unseen ?? false} change={(with_unseen) => put({ with_unseen })} />
      <Field label={t("share.name")}>
        <input className="field" value={policy.name} onChange={(e) => put({ name: e.target.value })} maxLength={120} />
      </Field>
      <Times policy={policy} put={put} />
      <Rules policy={policy} put={put} />
      {timed && (
        <Toggle
          label={t("share.timeLimits")}
          on={policy.time_limits ?? true}
          change={(time_limits) => put({ time_limits })}
        />
      )}
      <Said policy={policy} timed={timed} />
      {!(error instanceof ApiError && error.code === "items_undecided" && undecided.length) && (
        <ErrorNotice error={error} />
      )}
      <Button look="main" type="submit" disabled={busy}>
        {t("share.do")}
      </Button>
    </form>
  );
}

/** How many items were looked at one by one; the rest is taken along only by a press that says so. */
function Unseen({ items, on, change }: { items: Item[]; on: boolean; change: (on: boolean) => void }) {
  const { t } = useTranslation();
  const unseen = items.filter((i) => !i.seen).length;
  const decided = items.filter((i) => i.decision).length;
  if (items.length === 0) return null;
  return (
    <div className={`mb-4 ${unseen ? "border-l-4 border-amber bg-paper px-3 py-2" : ""}`}>
      <p>
        {t("share.seen", { count: items.length - unseen })} {t("share.decided", { count: decided })}{" "}
        {unseen > 0 && t("share.unseen", { count: unseen })}
      </p>
      {unseen > 0 && <Toggle label={t("share.withUnseen", { count: unseen })} on={on} change={change} />}
    </div>
  );
}

type Part = { policy: Policy; put: (part: Partial<Policy>) => void };

function Times({ policy, put }: Part) {
  const { t } = useTranslation();
  return (
    <div className="grid grid-cols-[repeat(auto-fit,minmax(11.25rem,1fr))] gap-x-3">
      {(["opens_at", "due_at", "closes_at"] as const).map((name) => (
        <Field key={name} label={t(`share.${name}`)}>
          <input
            type="datetime-local"
            className="field !px-1.5 text-[13.5px]"
            value={local(policy[name])}
            onChange={(e) => put({ [name]: e.target.value ? new Date(e.target.value).toISOString() : null })}
          />
        </Field>
      ))}
    </div>
  );
}

function local(iso: string | null | undefined): string {
  if (!iso) return "";
  const at = new Date(iso);
  return new Date(at.getTime() - at.getTimezoneOffset() * 60_000).toISOString().slice(0, 16);
}

const GRACES_MIN = [0, 60, 24 * 60, 3 * 24 * 60];

function Rules({ policy, put }: Part) {
  const { t } = useTranslation();
  return (
    <>
      <Field label={t("share.attempts")}>
        <input
          className="field !w-20"
          type="number"
          min={1}
          max={10}
          value={policy.attempts}
          onChange={(e) => put({ attempts: Math.min(10, Math.max(1, Number(e.target.value))) })}
        />
      </Field>
      <OneOf
        label={t("share.feedback")}
        value={policy.feedback ?? "at_once"}
        change={(feedback) => put({ feedback })}
        options={(["at_once", "at_end", "after_closing"] as const).map((value) => ({
          value,
          label: t(`share.feedback.${value}`),
        }))}
      />
      <OneOf
        label={t("share.skipping")}
        value={policy.skipping ?? "freely"}
        change={(skipping) => put({ skipping })}
        options={(["freely", "watched", "not_at_all"] as const).map((value) => ({
          value,
          label: t(`share.skipping.${value}`),
        }))}
      />
      <Field label={t("share.grace")} help={t("share.graceHelp")}>
        <select
          className="field !w-auto"
          value={policy.grace_min ?? 60}
          onChange={(e) => put({ grace_min: Number(e.target.value) })}
        >
          {GRACES_MIN.map((minutes) => (
            <option key={minutes} value={minutes}>
              {minutes ? t("share.graceHours", { count: minutes / 60 }) : t("share.graceNone")}
            </option>
          ))}
        </select>
      </Field>
      <Toggle label={t("share.showKey")} on={policy.show_key ?? true} change={(show_key) => put({ show_key })} />
      <Toggle
        label={t("share.offerNotSure")}
        on={policy.offer_not_sure ?? true}
        change={(offer_not_sure) => put({ offer_not_sure })}
      />
      <Toggle label={t("share.shuffle")} on={policy.shuffle ?? false} change={(shuffle) => put({ shuffle })} />
    </>
  );
}
