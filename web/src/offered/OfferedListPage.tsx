import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { useTranslation } from "react-i18next";
import { Link, useSearchParams } from "react-router";
import { api, body, type Schemas } from "../api/client";
import { Header, Who } from "../app/Header";
import { useKeys } from "../app/keys";
import { useSession } from "../app/session";
import { clock, moment } from "../app/times";
import { useSettled } from "../app/useSettled";
import { Poster } from "../lessons/Poster";
import { ErrorNotice, NotYet } from "../ui/Notice";
import { languageName } from "../ui/wordings";

/** While somebody types, nothing is asked. */
const REST_MS = 250;

/** What others offer: to all teachers of this server, and to anyone; the latter is for visitors too. */
export function OfferedListPage() {
  const { t } = useTranslation();
  const session = useSession();
  const [place, setPlace] = useSearchParams();
  const [words, setWords] = useState(place.get("words") ?? "");
  const find = useRef<HTMLInputElement>(null);
  const asked = useSettled(words, REST_MS);
  const found = useQuery({
    queryKey: ["offered", "list", asked],
    placeholderData: keepPreviousData,
    queryFn: async () => body(await api.GET("/api/offered/", { params: { query: { words: asked } } })),
  });
  useKeys([{ keys: "/", label: t("offered.find"), run: () => find.current?.focus() }]);
  const change = (to: string) => {
    setWords(to);
    setPlace(to ? { words: to } : {}, { replace: true });
  };
  return (
    <>
      <Header actions={<Who />} />
      <main className="mx-auto max-w-3xl px-6 py-6">
        <h1 className="mb-1 font-script text-2xl font-semibold">{t("offered.title")}</h1>
        <p className="mb-4 text-quiet">{t(session.data?.user ? "offered.help" : "offered.visitor")}</p>
        <input
          ref={find}
          type="search"
          className="field"
          placeholder={t("offered.find")}
          aria-label={t("offered.find")}
          maxLength={200}
          value={words}
          onChange={(e) => change(e.target.value)}
        />
        <ErrorNotice error={found.data && found.error} />
        {found.data ? <List found={found.data} searched={asked !== ""} /> : <NotYet error={found.error} />}
      </main>
    </>
  );
}

function List({ found, searched }: { found: Schemas["OfferedRowsOut"]; searched: boolean }) {
  const { t } = useTranslation();
  if (found.rows.length === 0) {
    return (
      <p role="status" className="py-10 text-center text-quiet">
        {t(searched ? "offered.noneFound" : "offered.none")}
      </p>
    );
  }
  return (
    <>
      <ul className="mt-2">
        {found.rows.map((o) => (
          <Row key={o.key} offered={o} />
        ))}
      </ul>
      {found.more && <p className="mt-3 text-quiet">{t("offered.more", { count: found.rows.length })}</p>}
    </>
  );
}

function Row({ offered }: { offered: Schemas["OfferedRowOut"] }) {
  const { t } = useTranslation();
  const locale = t("shared.locale");
  const facts = [
    offered.lesson_count > 1 && t("offered.lessons", { count: offered.lesson_count }),
    clock(offered.duration_ms),
    t("lessons.items", { count: offered.item_count }),
    ...offered.languages.map((l) => languageName(l, locale)),
    offered.licence || t("offer.noLicence"),
    t("offered.since", { at: moment(offered.made_at, locale) }),
  ];
  return (
    <li className="flex items-center gap-4 border-b border-rule py-4">
      <Poster url={offered.poster_url} />
      <div className="min-w-0 flex-1">
        <Link
          to={`/offered/${offered.key}`}
          dir="auto"
          className="font-script text-[18px] font-semibold hover:underline"
        >
          {offered.title}
        </Link>
        <p dir="auto">{offered.author}</p>
        <p className="text-[14px] text-quiet">{facts.filter(Boolean).join(" · ")}</p>
      </div>
      {offered.mine && <span className="text-[14px] text-quiet">{t("offered.mine")}</span>}
    </li>
  );
}
