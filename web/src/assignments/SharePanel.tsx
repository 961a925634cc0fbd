import { type FormEvent, useEffect, useState } from "react";
import { useTranslation } from "react-i18next";
import { Link } from "react-router";
import { ApiError, api } from "../api/client";
import { newId } from "../app/ids";
import type { Desk, Item } from "../desk/queries";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { ErrorNotice } from "../ui/Notice";
import { Toggle } from "../ui/Toggle";
import { useUndo } from "../ui/Undo";
import { tagsOf } from "../ui/wordings";
import { FirstWords } from "./FirstWords";
import { Given } from "./Given";
import { FIRST } from "./policy";
import { type Policy, useAssignments, useForgetAssignments } from "./queries";
import { Instructions, Rules, Times } from "./Rules";
import { Said } from "./Said";
import { ToClasses } from "./ToClasses";

/** Giving the lesson out, and what was given out before. */
export function SharePanel({ desk }: { desk: Desk }) {
  const { t } = useTranslation();
  const given = useAssignments(desk.id);
  const forget = useForgetAssignments(desk.id);
  const undo = useUndo();
  return (
    <main className="grid flex-1 gap-8 overflow-y-auto bg-sheet p-6 lg:grid-cols-[minmax(320px,580px)_1fr]">
      <ShareForm desk={desk} />
      <section aria-label={t("share.given")}>
        <h2 className="mb-3 text-lg font-semibold">{t("share.given")}</h2>
        <ErrorNotice error={given.error} />
        {given.data?.length === 0 && <p className="text-quiet">{t("share.notYet")}</p>}
        {given.data?.map((a) => (
          <Given
            key={a.id}
            assignment={a}
            lesson={desk.id}
            removed={(gone) => {
              forget();
              undo.offer(t("share.removed", { name: gone.name }), () => bringBack(gone.id).then(forget));
            }}
          />
        ))}
      </section>
    </main>
  );
}

const bringBack = (id: string) =>
  api.DELETE("/api/assignments/{assignment_id}/removed/", { params: { path: { assignment_id: id } } });

function ShareForm({ desk }: { desk: Desk }) {
  const { t } = useTranslation();
  const [policy, setPolicy] = useState<Policy>({ ...FIRST, with_unseen: false });
  // None: anyone with the link.
  const [classes, setClasses] = useState<string[]>([]);
  // What is pressed twice is given out once: new ids come with a change alone.
  const [ids, setIds] = useState(() => new Map<string | null, string>());
  const [error, setError] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const forget = useForgetAssignments(desk.id);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a lesson that was changed is given out anew
  useEffect(() => setIds(new Map()), [desk.version]);
  const put = (part: Partial<Policy>) => {
    setPolicy({ ...policy, ...part });
    setIds(new Map());
  };
  const choose = (to: string[], some: string[] | null = null) => {
    setClasses(to);
    put({ chosen: some });
  };
  const mine = desk.items.filter((i) => i.place === "lesson");
  const undecided = mine.filter((i) => i.undecided);
  const going = mine.filter((i) => i.seen || policy.with_unseen).length;
  const tags = tagsOf(mine.map((i) => i.content));
  const timed = mine.some((i) => i.content.time_limit_s);
  const share = async (e: FormEvent) => {
    e.preventDefault();
    setError(null);
    setBusy(true);
    try {
      for (const to of classes.length ? classes : [null]) {
        await api.POST("/api/lessons/{lesson_id}/assignments/", {
          params: { path: { lesson_id: desk.id } },
          body: { ...policy, name: to ? "" : policy.name, school_class: to, id: idFor(ids, to) },
        });
      }
      forget();
    } catch (refused) {
      setError(refused);
    }
    setBusy(false);
  };
  return (
    <form onSubmit={share}>
      <h2 className="mb-1 text-lg font-semibold">{t("share.title")}</h2>
      <p className="mb-4 text-quiet">{t("share.freezes")}</p>
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
      <ToClasses lesson={desk.id} classes={classes} choose={choose} some={policy.chosen ?? null} put={put} />
      {classes.length === 0 && (
        <Field label={t("share.name")}>
          <input
            className="field"
            value={policy.name}
            onChange={(e) => put({ name: e.target.value })}
            maxLength={120}
          />
        </Field>
      )}
      <Instructions policy={policy} put={put} />
      <FirstWords policy={policy} put={put} tags={tags} language={desk.recording.language ?? "en"} />
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
      <Button look="main" type="submit" disabled={busy || going === 0}>
        {going < mine.length
          ? t("share.doSome", { count: going, all: mine.length })
          : classes.length
            ? t("share.doClasses", { count: classes.length })
            : t("share.do")}
      </Button>
    </form>
  );
}

/** The id under which the lesson is given to one class: the same as long as nothing is changed. */
function idFor(ids: Map<string | null, string>, to: string | null): string {
  const id = ids.get(to) ?? newId();
  ids.set(to, id);
  return id;
}

/** How many items were looked at one by one; the rest is taken along only by a press that says so. */
function Unseen({ items, on, change }: { items: Item[]; on: boolean; change: (on: boolean) => void }) {
  const { t } = useTranslation();
  const unseen = items.filter((i) => !i.seen).length;
  const open = items.filter((i) => i.open).length;
  if (items.length === 0) return null;
  return (
    <div className={`mb-4 ${unseen ? "border-l-4 border-amber bg-paper px-3 py-2" : ""}`}>
      <p>
        {t("share.seen", { count: items.length - unseen })} {open > 0 && t("share.open", { count: open })}{" "}
        {unseen > 0 && t("share.unseen", { count: unseen })}
      </p>
      {unseen > 0 && <Toggle label={t("share.withUnseen", { count: unseen })} on={on} change={change} />}
    </div>
  );
}
