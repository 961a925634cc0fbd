import { useState } from "react";
import { useTranslation } from "react-i18next";
import { Link, useParams, useSearchParams } from "react-router";
import { Header } from "../app/Header";
import { Field } from "../ui/Field";
import { ErrorNotice, NotYet } from "../ui/Notice";
import { Toggle } from "../ui/Toggle";
import { PLAIN, wordingName } from "../ui/wordings";
import { Fill } from "./Fill";
import { isOpen } from "./lines";
import { useWordingOf, type Wording } from "./queries";
import { TakeAway } from "./TakeAway";
import { WordedItemRows } from "./WordedItemRows";

/** Languages that are offered first; any other can be asked for of a lesson that has it. */
const LANGUAGES = "ar de el en es fa fr hi it ja ko nl pl pt ro ru so sq sv ta ti tr uk ur vi zh".split(" ");

/** The items of a lesson in other words, each line beside its original. */
export function WordingPage() {
  const { t, i18n } = useTranslation();
  const { lesson = "" } = useParams();
  // In the address, so that it stays when the page is loaded again.
  const [search, setSearch] = useSearchParams();
  const chosen = search.get("in") ?? PLAIN;
  const choose = (tag: string) => setSearch({ in: tag }, { replace: true });
  const [openOnly, showOpenOnly] = useState(false);
  const { data, error } = useWordingOf(lesson, chosen);
  if (!data) return <NotYet error={error} />;
  const shown = data.items.filter((i) => !openOnly || i.lines.some(isOpen));
  return (
    <div className="min-h-dvh bg-paper">
      <Header>
        <h1 dir="auto" className="min-w-0 truncate">
          {t("wording.title")}:{" "}
          <Link className="font-semibold text-teal underline" to={`/lessons/${lesson}/items`} title={t("wording.back")}>
            {data.title}
          </Link>
        </h1>
      </Header>
      <main className="mx-auto max-w-6xl px-5 py-4">
        <p className="mb-3 text-quiet">{t("wording.help")}</p>
        <div className="flex flex-wrap items-end gap-x-6">
          <Chooser wording={data} chosen={chosen} choose={choose} />
          <div className="mb-3">
            <Toggle label={t("wording.openOnly")} on={openOnly} change={showOpenOnly} />
          </div>
          <Count wording={data} />
          {data.items.some((i) => i.lines.some((l) => l.text)) && (
            <TakeAway lesson={lesson} tag={chosen} name={wordingName(chosen, t, i18n.language)} />
          )}
        </div>
        <Fill
          key={chosen}
          lesson={lesson}
          tag={chosen}
          service={data.service}
          missing={
            data.items
              .filter((i) => i.place === "lesson")
              .flatMap((i) => i.lines)
              .filter((l) => !l.text).length
          }
        />
        <ErrorNotice error={error} />
        {data.items.length === 0 && <p>{t("wording.noItems")}</p>}
        {openOnly && shown.length === 0 && data.items.length > 0 && <p role="status">{t("wording.nothingOpen")}</p>}
        <ol>
          {shown.map((item) => (
            <WordedItemRows key={`${chosen} ${item.id}`} lesson={lesson} tag={chosen} of={data} item={item} />
          ))}
        </ol>
      </main>
    </div>
  );
}

function Chooser({ wording, chosen, choose }: { wording: Wording; chosen: string; choose: (tag: string) => void }) {
  const { t, i18n } = useTranslation();
  const name = (tag: string) => wordingName(tag, t, i18n.language);
  const others = [...new Set([...wording.tags, chosen, ...LANGUAGES])].filter(
    (tag) => tag !== PLAIN && tag !== wording.language,
  );
  const sorted = others.sort(
    (a, b) => Number(wording.tags.includes(b)) - Number(wording.tags.includes(a)) || name(a).localeCompare(name(b)),
  );
  return (
    <Field label={t("wording.which")}>
      <select className="field !w-auto" value={chosen} onChange={(e) => choose(e.target.value)}>
        {[PLAIN, ...sorted].map((tag) => (
          <option key={tag} value={tag}>
            {name(tag)}
            {wording.tags.includes(tag) ? " ✓" : ""}
          </option>
        ))}
      </select>
    </Field>
  );
}

function Count({ wording }: { wording: Wording }) {
  const { t } = useTranslation();
  const lines = wording.items.flatMap((i) => i.lines);
  const done = lines.filter((l) => l.text).length;
  return <p className="mb-4 text-[14px] text-quiet">{t("wording.done", { done, count: lines.length })}</p>;
}
