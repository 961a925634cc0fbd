import { useTranslation } from "react-i18next";
import { Link, useParams } from "react-router";
import { Button } from "../../ui/Button";
import { NotYet } from "../../ui/Notice";
import { useDesk } from "../queries";

/** The words of a lesson as cards to print and cut out: a word above the fold, what it means below it. */
export function CardsPage() {
  const { t } = useTranslation();
  const { lesson = "" } = useParams();
  const desk = useDesk(lesson);
  if (!desk.data) return <NotYet error={desk.error} />;
  const words = desk.data.materials.find((m) => m.content.kind === "glossary")?.content.lines ?? [];
  return (
    <main className="mx-auto max-w-4xl bg-sheet p-6 print:p-0">
      <div className="mb-4 flex flex-wrap items-center gap-3 print:hidden">
        <h1 dir="auto" className="mr-auto text-xl font-semibold">
          {desk.data.title} · {t("cards.title")}
        </h1>
        <Button look="main" onClick={() => window.print()} disabled={words.length === 0}>
          {t("cards.print")}
        </Button>
        <Link className="text-teal underline" to={`/lessons/${lesson}/items`}>
          {t("cards.back")}
        </Link>
      </div>
      <p className="mb-3 text-quiet print:hidden">{t(words.length ? "cards.help" : "cards.none")}</p>
      <ul className="grid grid-cols-1 sm:grid-cols-2 print:grid-cols-2">
        {words.map((line) => (
          <li
            key={line.text}
            dir="auto"
            className="flex min-h-56 break-inside-avoid flex-col border border-dashed border-line text-center"
          >
            <b className="flex flex-1 items-center justify-center border-b border-dotted border-rule p-3 font-script text-2xl">
              {line.text}
            </b>
            <span className="flex flex-1 items-center justify-center p-3">{line.meaning}</span>
          </li>
        ))}
      </ul>
    </main>
  );
}
