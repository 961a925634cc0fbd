import { useQuery } from "@tanstack/react-query";
import { useDeferredValue, useRef, useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body } from "../../api/client";
import { useKeys } from "../../app/keys";
import { clock as shown } from "../../app/times";
import { ErrorNotice } from "../../ui/Notice";
import type { DeskState } from "../useDeskState";

/** Moments of this recording by words and by meaning; Enter goes to the first. */
export function FindHere({ state }: { state: DeskState }) {
  const { t } = useTranslation();
  const field = useRef<HTMLInputElement>(null);
  const [words, setWords] = useState("");
  const asked = useDeferredValue(words.trim());
  const found = useQuery({
    queryKey: ["find", state.desk.id, asked, state.desk.version],
    enabled: asked.length > 1,
    queryFn: async () => body(await api.GET("/api/find/", { params: { query: { q: asked, lesson: state.desk.id } } })),
    placeholderData: (old) => old,
  });
  useKeys([{ keys: "/", label: t("find.here"), run: () => field.current?.focus() }]);
  const moments = asked.length > 1 ? (found.data ?? []) : [];
  return (
    <form
      className="mb-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (moments[0]) state.clock.seek(moments[0].start_ms);
        field.current?.blur();
      }}
    >
      <input
        ref={field}
        type="search"
        className="field"
        aria-label={t("find.here")}
        placeholder={`${t("find.here")}  /`}
        value={words}
        onChange={(e) => setWords(e.target.value)}
      />
      <ErrorNotice error={found.error} />
      {asked.length > 1 && found.data?.length === 0 && <p className="mt-1 text-quiet">{t("find.none")}</p>}
      <ul className="max-h-56 overflow-y-auto">
        {moments.map((m) => (
          <li key={m.start_ms}>
            <button
              type="button"
              onClick={() => state.clock.seek(m.start_ms)}
              className="w-full border-b border-rule py-1 text-left text-[14px] hover:bg-here"
            >
              <span className="mr-1.5 text-quiet">{shown(m.start_ms)}</span>
              <span className="font-script" dir="auto">
                {m.text}
              </span>
              {m.by === "meaning" && <span className="text-quiet"> · {t("find.by.meaning")}</span>}
            </button>
          </li>
        ))}
      </ul>
    </form>
  );
}
