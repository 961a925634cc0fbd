import { useCallback, useEffect, useState } from "react";
import { useTranslation } from "react-i18next";
import { ApiError, api, body, type Schemas } from "../api/client";
import { moment } from "../app/times";
import { LanguageChoice } from "../ui/LanguageChoice";
import { ErrorNotice, Waiting } from "../ui/Notice";
import { CodePage } from "./CodePage";
import { EntryForm, hereIn, NumberShown } from "./Entry";
import { forgetAll } from "./offline/keeping";

type Page = Schemas["ClassPageOut"];
type Lesson = Page["lessons"][number];

const PARTS = ["to_do", "doing", "done"] as const;

/** What a student sees at /c/CODE: every lesson of the class, as it stands with them. */
export function ClassPage({ code }: { code: string }) {
  const { t } = useTranslation();
  const [page, setPage] = useState<Page | null>(null);
  const [error, setError] = useState<unknown>(null);
  const params = { params: { path: { code } } };
  const look = useCallback(
    async () => setPage(body(await api.GET("/api/class/{code}/", { params: { path: { code } } }))),
    [code],
  );
  useEffect(() => {
    look().catch(setError);
  }, [look]);
  // What stands here has been seen: the next time only what came since is new.
  const seen = page !== null && hereIn.is(page.entry);
  useEffect(() => {
    if (seen) api.PUT("/api/class/{code}/looked/", { params: { path: { code } } }).catch(() => undefined);
  }, [seen, code]);
  if (error instanceof ApiError && error.status === 404) return <CodePage wrong />;
  if (error) return <ErrorNotice error={error} />;
  if (!page) return <Waiting />;
  const take = async (member: string, pin: string) => {
    const entered = body(await api.POST("/api/class/{code}/", { ...params, body: { member, pin } }));
    hereIn.stay(entered.entry);
    setPage(entered);
  };
  const leave = async () => {
    await api.DELETE("/api/class/{code}/", params);
    await forgetAll();
    await look();
  };
  const { entry } = page;
  if (entry.pin) {
    return <NumberShown entry={entry} goOn={() => setPage({ ...page, entry: { ...entry, pin: "" } })} />;
  }
  return (
    <main className="mx-auto max-w-2xl p-6">
      <p className="mb-6 flex justify-between text-quiet">
        Escuela <LanguageChoice />
      </p>
      <h1 dir="auto" className="mb-1 font-script text-2xl font-semibold">
        {entry.class_name}
      </h1>
      {hereIn.is(entry) ? (
        <>
          <p className="mb-5 text-quiet">
            <span dir="auto">{entry.me?.name}</span> ·{" "}
            <button type="button" className="text-teal underline" onClick={() => leave().catch(setError)}>
              {t("study.someoneElse")}
            </button>
          </p>
          {page.lessons.length === 0 && <p>{t("study.nothingGiven")}</p>}
          {PARTS.map((part) => (
            <Part key={part} name={part} lessons={page.lessons.filter((l) => l.progress === part)} />
          ))}
        </>
      ) : (
        <EntryForm entry={entry} take={take} leave={leave} look={look} />
      )}
    </main>
  );
}

function Part({ name, lessons }: { name: (typeof PARTS)[number]; lessons: Lesson[] }) {
  const { t } = useTranslation();
  if (lessons.length === 0) return null;
  return (
    <section className="mb-6">
      <h2 className="mb-1 font-semibold">{t(`study.part.${name}`)}</h2>
      <ul className="divide-y divide-rule border-y border-rule">
        {lessons.map((l) => (
          <li key={l.code}>
            <Row lesson={l} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function Row({ lesson }: { lesson: Lesson }) {
  const { t, i18n } = useTranslation();
  const l = lesson;
  const at = (iso: string) => moment(iso, i18n.language);
  const list = (parts: string[]) => new Intl.ListFormat(i18n.language).format(parts);
  const facts = [
    l.state === "not_yet" && l.opens_at ? t("study.notYet", { at: at(l.opens_at) }) : "",
    l.state === "closed" ? t("study.closedShort") : "",
    l.due_at && l.state !== "closed" ? t(l.state === "late" ? "study.wasDue" : "study.due", { at: at(l.due_at) }) : "",
    t("study.answeredOf", { count: l.answered, all: l.item_count }),
    l.again > 0 ? t("study.hearAgain", { count: l.again }) : "",
    l.waiting > 0 ? t("study.waitingFor", { count: l.waiting }) : "",
  ].filter(Boolean);
  return (
    <a href={`/s/${l.code}`} className="flex min-h-14 flex-wrap items-baseline gap-x-4 px-1 py-2.5 hover:bg-paper">
      <span dir="auto" className="min-w-0 flex-1 basis-56 font-semibold text-teal">
        {l.title}
      </span>
      {l.marks !== null && (
        <b className="whitespace-nowrap">
          {t("study.marksOf", { marks: l.marks.toLocaleString(i18n.language), all: l.most })}
        </b>
      )}
      <span className="basis-full text-[14px] text-quiet">{facts.join(" · ")}</span>
      {l.remark && (
        <span className="line-clamp-4 basis-full text-[14px]">
          <span className="text-quiet">{t("study.remark")}: </span>
          <span dir="auto">{l.remark}</span>
        </span>
      )}
      {l.news.length > 0 && (
        <b className="basis-full text-[14px]">
          {t("study.news", { what: list(l.news.map((n) => t(`study.newsOf.${n}`))) })}
        </b>
      )}
    </a>
  );
}
