import { useTranslation } from "react-i18next";
import type { Schemas } from "../api/client";
import { moment } from "../app/times";
import { Rich } from "../ui/Rich";

export type GivenLesson = Schemas["GivenLessonOut"];
/** ``of``: the class it was given to, where lessons of several stand together. */
export type Listed = GivenLesson & { of?: string };

const PARTS = ["to_do", "doing", "done"] as const;

/** Lessons as they stand with a student: what is to do, begun, done. */
export function GivenLessons({ lessons }: { lessons: Listed[] }) {
  const { t } = useTranslation();
  return (
    <>
      {lessons.length === 0 && <p>{t("study.nothingGiven")}</p>}
      {PARTS.map((part) => (
        <Part key={part} name={part} lessons={lessons.filter((l) => l.progress === part)} />
      ))}
    </>
  );
}

function Part({ name, lessons }: { name: (typeof PARTS)[number]; lessons: Listed[] }) {
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

/** What the teacher wrote, of a whole lesson or to the answer to one ``item``. */
function Said({ text, item }: { text: string; item?: string }) {
  const { t } = useTranslation();
  return (
    <span className="mt-1.5 basis-full text-[14px]">
      {item && (
        <span dir="auto" className="line-clamp-1">
          <Rich text={item} />
        </span>
      )}
      <span className="line-clamp-4">
        <span className="text-quiet">{t("study.remark")}: </span>
        <span dir="auto">{text}</span>
      </span>
    </span>
  );
}

function Row({ lesson }: { lesson: Listed }) {
  const { t, i18n } = useTranslation();
  const l = lesson;
  const at = (iso: string) => moment(iso, i18n.language);
  const list = (parts: string[]) => new Intl.ListFormat(i18n.language).format(parts);
  const facts = [
    l.of ?? "",
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
      {l.remark && <Said text={l.remark} />}
      {l.comments.map((c) => (
        <Said key={`${c.item} ${c.text}`} text={c.text} item={c.item} />
      ))}
      {l.news.length > 0 && (
        <b className="basis-full text-[14px]">
          {t("study.news", { what: list(l.news.map((n) => t(`study.newsOf.${n}`))) })}
        </b>
      )}
    </a>
  );
}
