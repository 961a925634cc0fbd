import { useEffect, useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body, type Schemas } from "../api/client";
import { LanguageChoice } from "../ui/LanguageChoice";
import { ErrorNotice, Waiting } from "../ui/Notice";
import { Share } from "../ui/Share";
import { CodeForm } from "./CodeForm";
import { hereIn } from "./Entry";
import { GivenLessons } from "./GivenLessons";
import { asListed, overTime } from "./mine";

type MyClass = Schemas["MyClassOut"];

/** What a student sees at /c/: every lesson of all the classes that the device knows, and how it went so far. */
export function MinePage() {
  const { t } = useTranslation();
  const [classes, setClasses] = useState<MyClass[] | null>(null);
  const [error, setError] = useState<unknown>(null);
  useEffect(() => {
    api
      .GET("/api/mine/")
      .then((told) => setClasses(body(told).classes))
      .catch(setError);
  }, []);
  if (error) return <ErrorNotice error={error} />;
  if (!classes) return <Waiting />;
  // On a shared device each tab asks once who is there; what is another's does not stand here.
  const mine = classes.filter((c) => hereIn.is(c.entry));
  const others = classes.filter((c) => !hereIn.is(c.entry));
  return (
    <main className="mx-auto max-w-2xl p-6">
      <p className="mb-6 flex justify-between text-quiet">
        Escuela <LanguageChoice />
      </p>
      <h1 className="mb-4 font-script text-2xl font-semibold">{t("study.yourLessons")}</h1>
      {mine.length > 0 && <GivenLessons lessons={asListed(mine)} />}
      <OverTime classes={mine} />
      <Goals classes={mine} />
      {others.map((c) => (
        <p key={c.entry.class_code} className="mb-2">
          <a className="text-teal underline" href={`/c/${c.entry.class_code}`}>
            {t("study.goOnIn", { name: c.entry.me?.name, class: c.entry.class_name })}
          </a>
        </p>
      ))}
      {classes.length === 0 && (
        <>
          <p className="mb-4">{t("study.noClassesHere")}</p>
          <CodeForm />
        </>
      )}
    </main>
  );
}

/** The marks of what is done, oldest first, so that one sees where it goes. */
function OverTime({ classes }: { classes: MyClass[] }) {
  const { t, i18n } = useTranslation();
  const rows = overTime(classes);
  if (rows.length < 2) return null;
  return (
    <section className="mb-6">
      <h2 className="mb-1 font-semibold">{t("study.overTime")}</h2>
      <ol>
        {rows.map((row) => (
          <li key={row.code} className="flex flex-wrap items-center gap-x-3 py-1 text-[14px]">
            <span className="w-24 text-quiet">
              {new Date(row.at).toLocaleDateString(i18n.language, { day: "numeric", month: "short" })}
            </span>
            <span dir="auto" className="min-w-0 flex-1 basis-40 truncate">
              {row.title}
            </span>
            <Share of={row.marks} most={row.most} wide="w-28" />
            <span className="w-28 text-right">
              {t("study.marksOf", { marks: row.marks.toLocaleString(i18n.language), all: row.most })}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}

function Goals({ classes }: { classes: MyClass[] }) {
  const { t } = useTranslation();
  const state = (reached: boolean | null) => (reached === null ? "open" : reached ? "reached" : "notYet");
  return classes
    .filter((c) => c.goals.length > 0)
    .map((c) => (
      <section key={c.entry.class_code} className="mb-6">
        <h2 className="mb-1 font-semibold">
          {t("study.goals")}
          {classes.length > 1 && ` · ${c.entry.class_name}`}
        </h2>
        <ul>
          {c.goals.map((g) => (
            <li key={g.goal} className="flex flex-wrap gap-x-3 py-0.5">
              <span dir="auto" className="flex-1 basis-56">
                {g.goal}
              </span>
              <span className="text-quiet">{t(`study.goal.${state(g.reached)}`)}</span>
            </li>
          ))}
        </ul>
      </section>
    ));
}
