import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useTranslation } from "react-i18next";
import { api } from "../../api/client";
import { moment } from "../../app/times";
import { Button } from "../../ui/Button";
import { ErrorNotice, NotYet } from "../../ui/Notice";
import { Rich } from "../../ui/Rich";
import { type Look, useLooks } from "../queries";

/** Answers that students think are right, with their reasons; each is kept as marked or accepted. */
export function Looks({ assignment }: { assignment: string }) {
  const { t } = useTranslation();
  const found = useLooks(assignment);
  if (!found.data) return <NotYet error={found.error} />;
  return (
    <>
      <h2 className="mb-3 font-semibold">{t("looks.title")}</h2>
      {found.data.length === 0 && <p className="text-quiet">{t("looks.none")}</p>}
      <ul className="space-y-3">
        {found.data.map((look) => (
          <li key={look.answer} className="rounded border border-rule bg-sheet px-3 py-2.5">
            <OneLook look={look} assignment={assignment} />
          </li>
        ))}
      </ul>
    </>
  );
}

function OneLook({ look, assignment }: { look: Look; assignment: string }) {
  const { t, i18n } = useTranslation();
  const queries = useQueryClient();
  const [word, setWord] = useState(look.word);
  const [error, setError] = useState<unknown>(null);
  const decide = (verdict: "upheld" | "accepted", alike = false) => {
    setError(null);
    api
      .PUT("/api/answers/{answer_id}/look/", {
        params: { path: { answer_id: look.answer } },
        body: { verdict, word, alike },
      })
      .then(() => queries.invalidateQueries({ queryKey: ["sheet", assignment] }))
      .catch(setError);
  };
  return (
    <>
      <p className="flex justify-between gap-3">
        <b dir="auto">{look.nickname}</b>
        <span className="text-[13.5px] text-quiet">{moment(look.asked_at, i18n.language)}</span>
      </p>
      <p dir="auto" className="mb-1 text-[14px] text-quiet">
        {look.number}. <Rich text={look.prompt} />
      </p>
      <p dir="auto">
        {look.said} <span className="text-quiet">· {t("looks.right", { right: look.right })}</span>
      </p>
      <blockquote dir="auto" className="my-1.5 border-l-4 border-amber pl-3">
        {look.reason}
      </blockquote>
      {look.sentences.length > 0 && (
        <p dir="auto" className="mb-2 font-script italic">
          {look.sentences.map((s) => s.text).join(" ")}
        </p>
      )}
      {look.standing && (
        <p className="mb-2 text-[14px] text-quiet">
          {t(`looks.standing.${look.standing}`)} {look.also_right && <b>{t("looks.alsoRight")}</b>}
        </p>
      )}
      <input
        dir="auto"
        className="field mb-2 !py-1"
        aria-label={t("looks.word")}
        placeholder={t("looks.word")}
        maxLength={1000}
        value={word}
        onChange={(e) => setWord(e.target.value)}
      />
      <ErrorNotice error={error} />
      <div className="flex flex-wrap items-center gap-1.5">
        <Button small look={look.state === "upheld" ? "main" : "plain"} onClick={() => decide("upheld")}>
          {t("looks.uphold")}
        </Button>
        <Button small look={look.state === "accepted" ? "main" : "plain"} onClick={() => decide("accepted")}>
          {t("looks.accept")}
        </Button>
        {look.alike > 0 && (
          <Button small onClick={() => decide("accepted", true)}>
            {t("looks.acceptAlike", { count: look.alike })}
          </Button>
        )}
      </div>
    </>
  );
}
