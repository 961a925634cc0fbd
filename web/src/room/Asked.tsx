import { useTranslation } from "react-i18next";
import { ANSWERING } from "../kinds/answering";
import { LETTERS } from "../kinds/Options";
import { Rich } from "../ui/Rich";
import { useWords } from "../ui/words";
import type { Room } from "./useScreen";

/** The item as the room sees it: what is asked, how many have answered, then what they gave, then what is right. */
export function Asked({ room }: { room: Room }) {
  const { t } = useTranslation();
  const words = useWords();
  const { question, key } = room;
  if (!question) return null;
  const kind = ANSWERING[question.kind];
  const answer = key ? kind.key(question, key, t) : "";
  const listed = kind.options(question, t).length > 0 || question.kind === "true_false";
  return (
    <div className="mx-auto flex max-w-5xl flex-col gap-5 p-8 text-[22px]">
      <h1 {...words} className="whitespace-pre-wrap text-[32px] font-semibold leading-snug">
        <Rich text={question.prompt} />
      </h1>
      {question.image_url && (
        <img src={question.image_url} alt={question.image_alt} className="max-h-[36vh] self-start rounded" />
      )}
      <div className="grid gap-8 lg:grid-cols-[minmax(0,1fr)_auto]">
        <Rows room={room} />
        <p role="status" className="self-start text-right leading-tight">
          <b className="block text-[56px]">{room.answered}</b>
          <span className="text-quiet">{t("room.answeredOf", { count: room.here })}</span>
        </p>
      </div>
      {answer && !listed && (
        <p className="border-l-4 border-moss pl-4">
          <span className="text-quiet">{t(kind.keyLabel)} </span>
          <b dir="auto">
            <Rich text={answer} />
          </b>
        </p>
      )}
      {room.sentences.length > 0 && (
        <blockquote {...words} className="font-script text-[24px] italic">
          <span className="u-heard">{room.sentences.map((s) => s.text).join(" ")}</span>
        </blockquote>
      )}
    </div>
  );
}

/** What may be chosen, with a bar for how often it was once that is shown. */
function Rows({ room }: { room: Room }) {
  const { t } = useTranslation();
  const words = useWords();
  const { question, spread } = room;
  if (!question) return null;
  const options = ANSWERING[question.kind].options(question, t);
  const rows = spread.length
    ? spread.map((s) => ({ ...s, text: inWords(s.text, t) }))
    : options.map((text) => ({ text, count: 0, correct: false }));
  const most = Math.max(1, ...spread.map((s) => s.count));
  const place = (text: string) => options.indexOf(text);
  return (
    <ol className="space-y-2.5">
      {rows
        .map((row) => ({ ...row, at: place(row.text) }))
        .sort((a, b) => (a.at < 0 ? 99 : a.at) - (b.at < 0 ? 99 : b.at))
        .map((row) => (
          <li
            key={row.text}
            className={`relative overflow-hidden rounded border bg-sheet px-4 py-2.5 ${row.correct ? "border-2 border-moss" : "border-rule"}`}
          >
            <span
              aria-hidden="true"
              className={`absolute inset-y-0 left-0 ${row.correct ? "bg-here" : "bg-sand"}`}
              style={{ width: `${(row.count / most) * 100}%` }}
            />
            <span className="relative flex items-baseline gap-4">
              <b className="w-5 shrink-0 text-quiet">{LETTERS[row.at] ?? ""}</b>
              <span {...words} className="flex-1">
                <Rich text={row.text} />
                {row.correct && <b className="ml-3 text-[18px] text-moss">{t("room.right")}</b>}
              </span>
              {spread.length > 0 && <b>{row.count}</b>}
            </span>
          </li>
        ))}
    </ol>
  );
}

function inWords(text: string, t: (key: string) => string): string {
  if (text === "?") return t("study.notSure");
  return text === "true" || text === "false" ? t(`study.${text}`) : text;
}
