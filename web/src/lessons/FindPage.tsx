import { useQuery } from "@tanstack/react-query";
import { useTranslation } from "react-i18next";
import { Link, useSearchParams } from "react-router";
import { api, body } from "../api/client";
import { Header, Who } from "../app/Header";
import { clock } from "../app/times";
import { ErrorNotice, Waiting } from "../ui/Notice";

/** Moments in all of the teacher's recordings, by their words and by their meaning. */
export function FindPage() {
  const { t } = useTranslation();
  const [given, setGiven] = useSearchParams();
  const words = given.get("q") ?? "";
  const found = useQuery({
    queryKey: ["find", words],
    enabled: words.trim() !== "",
    queryFn: async () => body(await api.GET("/api/find/", { params: { query: { q: words } } })),
  });
  return (
    <>
      <Header actions={<Who />} />
      <main className="mx-auto max-w-3xl p-6">
        <h1 className="mb-3 font-script text-2xl font-semibold">{t("find.title")}</h1>
        <form
          onSubmit={(e) => {
            e.preventDefault();
            setGiven({ q: String(new FormData(e.currentTarget).get("q")) });
          }}
        >
          <input type="search" name="q" className="field" defaultValue={words} aria-label={t("find.title")} />
        </form>
        <ErrorNotice error={found.error} />
        {found.isLoading && <Waiting />}
        {found.data?.length === 0 && <p className="mt-3 text-quiet">{t("find.none")}</p>}
        <ul className="mt-3">
          {found.data?.map((m) => (
            <li key={`${m.lesson}${m.start_ms}`} className="border-b border-rule py-2">
              <Link to={`/lessons/${m.lesson}/script?at=${m.start_ms}`} className="hover:underline">
                <span dir="auto" className="font-script text-[17px]">
                  {m.text}
                </span>
              </Link>
              <p className="text-[13.5px] text-quiet">
                {m.title} · {clock(m.start_ms)} · {t(`find.by.${m.by}`)}
              </p>
            </li>
          ))}
        </ul>
      </main>
    </>
  );
}
