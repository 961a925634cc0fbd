import { useTranslation } from "react-i18next";
import { Link, useNavigate } from "react-router";
import { Header, Who } from "../app/Header";
import { MakeOne } from "../ui/MakeOne";
import { NotYet } from "../ui/Notice";
import { FromLists } from "./FromLists";
import { acts, type ClassRow, useClasses, useTakeClass } from "./queries";

/** Every class of the teacher, and a line to make another. */
export function ClassesPage() {
  const { t } = useTranslation();
  const classes = useClasses();
  const there = classes.data?.filter((c) => !c.archived) ?? [];
  const away = classes.data?.filter((c) => c.archived) ?? [];
  return (
    <>
      <Header actions={<Who />}>
        <h1 className="text-[15px]">{t("classes.title")}</h1>
      </Header>
      <main className="mx-auto max-w-3xl px-6 py-5">
        <NewClass />
        {!classes.data ? (
          <NotYet error={classes.error} />
        ) : (
          <>
            {there.length === 0 && <p className="mb-4 text-quiet">{t("classes.none")}</p>}
            <Rows rows={there} />
            {away.length > 0 && (
              <details className="mt-6">
                <summary className="cursor-pointer text-quiet">{t("classes.archived", { count: away.length })}</summary>
                <Rows rows={away} />
              </details>
            )}
          </>
        )}
        <FromLists />
        <p className="mt-6">
          <Link to="/platforms" className="text-teal underline">
            {t("platforms.title")}
          </Link>
          <span className="ml-2 text-[14px] text-quiet">{t("platforms.fromClasses")}</span>
        </p>
      </main>
    </>
  );
}

function NewClass() {
  const { t } = useTranslation();
  const go = useNavigate();
  const take = useTakeClass();
  const make = async (name: string) => {
    const made = await acts.make(name);
    take(made);
    go(`/classes/${made.id}`);
  };
  return <MakeOne label={t("classes.new")} example={t("classes.example")} press={t("classes.make")} main make={make} />;
}

function Rows({ rows }: { rows: ClassRow[] }) {
  const { t } = useTranslation();
  return (
    <ul className="divide-y divide-rule border-y border-rule empty:hidden">
      {rows.map((c) => (
        <li key={c.id}>
          <Link to={`/classes/${c.id}`} className="flex items-baseline gap-4 px-1 py-3 hover:bg-paper">
            <b dir="auto" className="flex-1 text-teal">
              {c.name}
            </b>
            <span className="text-quiet">{t("classes.students", { count: c.member_count })}</span>
            <span className="w-24 text-right text-quiet tracking-wider">{c.code}</span>
          </Link>
        </li>
      ))}
    </ul>
  );
}
