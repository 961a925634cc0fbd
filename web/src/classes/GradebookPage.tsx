import { useQuery } from "@tanstack/react-query";
import { useTranslation } from "react-i18next";
import { Link, useNavigate, useParams } from "react-router";
import { api, body, type Schemas } from "../api/client";
import { Header, Who } from "../app/Header";
import { useKeys } from "../app/keys";
import { NotYet } from "../ui/Notice";
import { CountingRules } from "./CountingRules";
import { useClass } from "./queries";

export type Book = Schemas["GradebookOut"];
type Entry = Book["rows"][number]["entries"][number];

/** A class over all the lessons it was given; each cell leads to the results of its lesson. */
export function GradebookPage() {
  const { t } = useTranslation();
  const { class: id = "" } = useParams();
  const go = useNavigate();
  const known = useClass(id);
  const book = useQuery({
    queryKey: ["gradebook", id],
    queryFn: async () =>
      body(await api.GET("/api/classes/{class_id}/gradebook/", { params: { path: { class_id: id } } })),
  });
  useKeys([{ keys: "Escape", label: t("book.back"), run: () => go(`/classes/${id}`) }]);
  return (
    <>
      <Header actions={<Who />}>
        <Link to={`/classes/${id}`} className="text-quiet hover:underline">
          ‹ <span dir="auto">{known.data?.name}</span>
        </Link>
      </Header>
      {book.data ? <Shown id={id} book={book.data} /> : <NotYet error={book.error} />}
    </>
  );
}

function Shown({ id, book }: { id: string; book: Book }) {
  const { t, i18n } = useTranslation();
  const number = (n: number) => n.toLocaleString(i18n.language, { maximumFractionDigits: 2 });
  return (
    <main className="px-6 py-5">
      <div className="mb-4 flex flex-wrap items-baseline gap-4">
        <h1 className="text-lg font-semibold">{t("book.title")}</h1>
        <a
          className="rounded border border-teal px-2 py-0.5 text-[13.5px] text-teal hover:bg-here"
          href={`/api/classes/${id}/gradebook.csv`}
          download
        >
          {t("results.csv")}
        </a>
        <a
          className="rounded border border-teal px-2 py-0.5 text-[13.5px] text-teal hover:bg-here"
          href={`/api/classes/${id}/results.zip`}
          download
        >
          {t("book.oneroster")}
        </a>
      </div>
      {book.lessons.length > 0 && <CountingRules id={id} book={book} />}
      {book.lessons.length === 0 ? (
        <p className="text-quiet">{t("book.nothing")}</p>
      ) : (
        // biome-ignore lint/a11y/noNoninteractiveTabindex: keys must be able to scroll it
        <section className="overflow-x-auto" tabIndex={0} aria-label={t("book.title")}>
          <table className="text-left">
            <thead className="align-bottom text-[13.5px]">
              <tr>
                <th scope="col" className="sticky left-0 bg-paper py-1 pr-6 font-normal text-quiet">
                  {t("classes.student")}
                </th>
                <th scope="col" className="px-3 text-right font-normal text-quiet">
                  {t("book.all", { most: number(book.most) })}
                </th>
                <th scope="col" className="px-3 text-right font-normal text-quiet">
                  {t("book.percent")}
                </th>
                {book.lessons.map((l) => (
                  <th key={l.id} scope="col" className="max-w-40 px-3 font-normal">
                    <Link
                      to={l.lesson_id ? `/lessons/${l.lesson_id}/results?assignment=${l.id}` : ""}
                      dir="auto"
                      className="text-teal hover:underline"
                    >
                      {l.title}
                    </Link>
                    <span className="block text-quiet">{t("book.outOf", { most: number(l.most) })}</span>
                  </th>
                ))}
              </tr>
            </thead>
            <tbody className="divide-y divide-rule border-y border-rule">
              {book.rows.map((r) => (
                <tr key={r.id}>
                  <th scope="row" dir="auto" className="sticky left-0 bg-paper py-1.5 pr-6 font-normal">
                    {r.name}
                  </th>
                  <td className="px-3 text-right">{number(r.marks)}</td>
                  <td className="px-3 text-right font-semibold">
                    {r.share === null ? "–" : `${number(Math.round(1000 * r.share) / 10)} %`}
                  </td>
                  {r.entries.map((e, n) => (
                    <td key={book.lessons[n]?.id} className="px-3">
                      <Cell entry={e} number={number} leftOut={r.left_out.includes(n)} />
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
      <Goals book={book} />
    </main>
  );
}

/** Which goals were reached by whom; nothing where no item names one. */
function Goals({ book }: { book: Book }) {
  const { t } = useTranslation();
  if (book.goals.length === 0) return null;
  return (
    <section className="mt-7 max-w-3xl">
      <h2 className="mb-2 font-semibold">{t("book.goals")}</h2>
      <ul className="divide-y divide-rule border-y border-rule">
        {book.goals.map((g) => (
          <li key={g.goal} className="py-2">
            <p className="flex justify-between gap-4">
              <b dir="auto">{g.goal}</b>
              <span className="shrink-0">
                {t("book.reached", { count: g.reached.length, of: g.reached.length + g.not_yet.length })}
              </span>
            </p>
            <p dir="auto" className="text-[14px] text-quiet">
              {t("lessons.items", { count: g.items })}
              {g.not_yet.length > 0 && ` · ${t("book.notYet", { names: g.not_yet.join(", ") })}`}
            </p>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Marks, and in words what is not as one would expect. */
function Cell({ entry, number, leftOut }: { entry: Entry; number: (n: number) => string; leftOut: boolean }) {
  const { t } = useTranslation();
  if (entry.state === "to_do" || entry.state === "not_given") {
    return <span className="text-[13.5px] text-quiet">{t(`book.${entry.state}`)}</span>;
  }
  const notes = [
    entry.state === "doing" && t("book.doing"),
    entry.waiting > 0 && t("book.waiting", { count: entry.waiting }),
    entry.late && t("book.late"),
    leftOut && t("book.leftOut"),
  ].filter(Boolean);
  return (
    <>
      {number(entry.marks ?? 0)}
      {notes.length > 0 && <span className="text-[13.5px] text-quiet"> · {notes.join(" · ")}</span>}
    </>
  );
}
