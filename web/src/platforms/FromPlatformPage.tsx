import { type ReactNode, useMemo, useState } from "react";
import { useTranslation } from "react-i18next";
import { useParams } from "react-router";
import { ApiError } from "../api/client";
import { Button } from "../ui/Button";
import { LanguageChoice } from "../ui/LanguageChoice";
import { ErrorNotice, NotYet } from "../ui/Notice";
import { type Choice, choose, type FromPlatform, useFromPlatform } from "./queries";

/** What a teacher sees in a platform's frame: lessons to choose from, or the way on to one. */
export function FromPlatformPage() {
  const { ticket = "" } = useParams();
  const { t } = useTranslation();
  const found = useFromPlatform(ticket, true);
  const told = found.data;
  return (
    <main className="mx-auto max-w-3xl px-6 py-5">
      <div className="mb-4 flex items-baseline gap-4">
        <span className="flex-1 font-script text-[19px] font-semibold">Escuela</span>
        <LanguageChoice />
      </div>
      {!told ? (
        <NotYet error={found.error} />
      ) : !told.who ? (
        <WhoAreYou ticket={ticket} />
      ) : told.chooses ? (
        <Choosing ticket={ticket} told={told} />
      ) : told.assignment ? (
        <Opened assignment={told.assignment} />
      ) : (
        <p>{t("platforms.notYours")}</p>
      )}
    </main>
  );
}

function Outside({ to, children }: { to: string; children: ReactNode }) {
  return (
    <a className="font-semibold text-teal underline" href={to} target="_blank" rel="noopener">
      {children}
    </a>
  );
}

function WhoAreYou({ ticket }: { ticket: string }) {
  const { t } = useTranslation();
  return (
    <>
      <h1 className="mb-2 text-lg font-semibold">{t("platforms.who")}</h1>
      <p className="mb-4">{t("platforms.whoHelp")}</p>
      <Outside to={`/lti/me/${ticket}`}>{t("platforms.whoDo")}</Outside>
    </>
  );
}

function Opened({ assignment }: { assignment: NonNullable<FromPlatform["assignment"]> }) {
  const { t } = useTranslation();
  const lesson = `/lessons/${assignment.lesson_id}`;
  return (
    <>
      <h1 dir="auto" className="mb-3 text-lg font-semibold">
        {assignment.title}
      </h1>
      <p className="mb-3 text-quiet">{t("platforms.openedHelp")}</p>
      <ul className="space-y-2">
        <li>
          <Outside to={`${lesson}/results?assignment=${assignment.id}`}>{t("platforms.toResults")}</Outside>
        </li>
        <li>
          <Outside to={`${lesson}/rehearsal`}>{t("platforms.toRehearsal")}</Outside>
        </li>
        <li>
          <Outside to={`${lesson}/script`}>{t("platforms.toDesk")}</Outside>
        </li>
      </ul>
    </>
  );
}

function Choosing({ ticket, told }: { ticket: string; told: FromPlatform }) {
  const { t } = useTranslation();
  const [words, setWords] = useState("");
  const [busy, setBusy] = useState("");
  const [wrong, setWrong] = useState<{ id: string; error: unknown } | null>(null);
  const shown = useMemo(
    () => told.lessons.filter((l) => l.title.toLowerCase().includes(words.trim().toLowerCase())),
    [told.lessons, words],
  );
  const take = async (id: string, what: Choice, withUnseen = false) => {
    setBusy(id);
    setWrong(null);
    try {
      const signed = await choose(ticket, what, withUnseen);
      send(signed.return_url, signed.token);
    } catch (error) {
      setBusy("");
      setWrong({ id, error });
    }
  };
  const unseen = (id: string) =>
    wrong?.id === id && wrong.error instanceof ApiError && wrong.error.code === "items_unseen";
  const row = (id: string, title: string, about: string, what: Choice) => (
    <li key={id} className="py-2">
      <div className="flex items-center gap-3">
        <span className="min-w-0 flex-1">
          <b dir="auto" className="block">
            {title}
          </b>
          <span className="text-[13.5px] text-quiet">{about}</span>
        </span>
        <Button
          small
          disabled={busy !== ""}
          aria-label={t("platforms.putWhat", { title })}
          onClick={() => take(id, what)}
        >
          {t("platforms.put")}
        </Button>
      </div>
      {wrong?.id === id && (
        <ErrorNotice error={wrong.error}>
          {"lesson" in what && <Outside to={`/lessons/${what.lesson}/check`}>{t("platforms.toDesk")}</Outside>}{" "}
          {unseen(id) && (
            <Button small onClick={() => take(id, what, true)}>
              {t("platforms.allTheSame")}
            </Button>
          )}
        </ErrorNotice>
      )}
    </li>
  );
  return (
    <>
      <h1 dir="auto" className="mb-1 text-lg font-semibold">
        {t("platforms.choose", { course: told.course || told.platform })}
      </h1>
      <p className="mb-4 text-[14px] text-quiet">{t("platforms.chooseHelp", { name: told.who })}</p>
      {told.given.length > 0 && (
        <>
          <h2 className="font-semibold">{t("platforms.given")}</h2>
          <ul className="mb-5 divide-y divide-rule border-y border-rule">
            {told.given.map((g) => row(g.id, g.title, g.name, { assignment: g.id }))}
          </ul>
        </>
      )}
      <h2 className="font-semibold">{t("platforms.lessonsToGive")}</h2>
      {told.lessons.length > 6 && (
        <input
          type="search"
          className="field my-2"
          aria-label={t("platforms.find")}
          placeholder={t("platforms.find")}
          value={words}
          onChange={(e) => setWords(e.target.value)}
        />
      )}
      {told.lessons.length === 0 && <p className="text-quiet">{t("platforms.nothingToGive")}</p>}
      <ul className="divide-y divide-rule border-y border-rule empty:hidden">
        {shown.map((l) => row(l.id, l.title, t("platforms.items", { count: l.items }), { lesson: l.id }))}
      </ul>
    </>
  );
}

/** To the platform with it: a form that the browser sends, as Deep Linking 2.0 has it. */
function send(url: string, token: string): void {
  const form = document.createElement("form");
  form.method = "post";
  form.action = url;
  const field = document.createElement("input");
  field.type = "hidden";
  field.name = "JWT";
  field.value = token;
  form.append(field);
  document.body.append(form);
  form.submit();
}
