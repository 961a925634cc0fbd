import { useCallback, useEffect, useState } from "react";
import { useTranslation } from "react-i18next";
import { ApiError, api, body, type Schemas } from "../api/client";
import { LanguageChoice } from "../ui/LanguageChoice";
import { ErrorNotice, Waiting } from "../ui/Notice";
import { CodePage } from "./CodePage";
import { EntryForm, hereIn, NumberShown } from "./Entry";
import { GivenLessons } from "./GivenLessons";
import { forgetAll } from "./offline/keeping";

type Page = Schemas["ClassPageOut"];

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
          <GivenLessons lessons={page.lessons} />
          <a className="text-teal underline" href="/c/">
            {t("study.allClasses")}
          </a>
        </>
      ) : (
        <EntryForm entry={entry} take={take} leave={leave} look={look} />
      )}
    </main>
  );
}
