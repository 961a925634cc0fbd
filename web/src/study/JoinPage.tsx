import { type FormEvent, type ReactNode, useState } from "react";
import { useTranslation } from "react-i18next";
import { ApiError, api, body, type Schemas } from "../api/client";
import { moment } from "../app/times";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { LanguageChoice } from "../ui/LanguageChoice";
import { ErrorNotice } from "../ui/Notice";
import { EntryForm } from "./Entry";

type Study = Schemas["StudyOut"];

/** Before the lesson: what it is, and a name to give. */
export function JoinPage(props: {
  code: string;
  study: Study;
  joined: (study: Study) => void;
  load: () => Promise<unknown>;
}) {
  const { code, study, joined } = props;
  const { t, i18n } = useTranslation();
  const path = { params: { path: { code } } };
  const opensAt = study.rules.opens_at ? moment(study.rules.opens_at, i18n.language) : "";
  const isOpen = study.state === "open" || study.state === "late";
  const { entry } = study;
  const take = async (member: string, pin: string) =>
    joined(body(await api.POST("/api/study/{code}/", { ...path, body: { member, pin } })));
  const leave = async () => {
    await api.DELETE("/api/study/{code}/", path);
    await props.load();
  };
  return (
    <Front study={study}>
      {study.state === "not_yet" && <p role="status">{t("study.notYet", { at: opensAt })}</p>}
      {study.state === "closed" && <p role="status">{t("study.closed")}</p>}
      {study.state === "late" && <p className="mb-3 border-l-4 border-amber pl-3">{t("study.late")}</p>}
      {entry && <p className="mb-3 font-semibold">{entry.class_name}</p>}
      {/* Who has begun, or has more time, may come in while it is closed to the others. */}
      {entry && study.state !== "not_yet" && <EntryForm entry={entry} take={take} leave={leave} look={props.load} />}
      {!entry && isOpen && <NicknameForm {...props} />}
    </Front>
  );
}

function NicknameForm({ code, joined }: { code: string; joined: (study: Study) => void }) {
  const { t } = useTranslation();
  const [nickname, setNickname] = useState("");
  const [error, setError] = useState<unknown>(null);
  const enter = (sameName: boolean) => {
    setError(null);
    api
      .POST("/api/study/{code}/", { params: { path: { code } }, body: { nickname, same_name: sameName } })
      .then((r) => joined(body(r)))
      .catch(setError);
  };
  const submit = (e: FormEvent) => {
    e.preventDefault();
    enter(false);
  };
  const taken = error instanceof ApiError && error.code === "nickname_taken";
  return (
    <form onSubmit={submit}>
      <Field label={t("study.nickname")} help={t("study.nicknameHelp")}>
        <input
          className="field"
          dir="auto"
          value={nickname}
          onChange={(e) => setNickname(e.target.value)}
          autoComplete="off"
        />
      </Field>
      <ErrorNotice error={error} />
      <div className="flex flex-wrap gap-2">
        <Button look="main" type="submit" className="min-h-11">
          {t("study.start")}
        </Button>
        {taken && (
          <Button className="min-h-11" onClick={() => enter(true)}>
            {t("study.sameName")}
          </Button>
        )}
      </div>
    </form>
  );
}

/** On a device that somebody used before: is it the same person? */
export function SamePage(props: { study: Study; name: string; goOn: () => void; leave: () => Promise<void> }) {
  const { t } = useTranslation();
  const [error, setError] = useState<unknown>(null);
  return (
    <Front study={props.study}>
      <p className="mb-4">{t("study.usedBy", { name: props.name })}</p>
      <ErrorNotice error={error} />
      <div className="flex flex-wrap gap-2">
        <Button look="main" className="min-h-11" onClick={props.goOn}>
          {t("study.goOnAs", { name: props.name })}
        </Button>
        <Button className="min-h-11" onClick={() => props.leave().catch(setError)}>
          {t("study.someoneElse")}
        </Button>
      </div>
    </Front>
  );
}

function Front({ study, children }: { study: Study; children: ReactNode }) {
  const { t, i18n } = useTranslation();
  const { rules } = study;
  return (
    <main className="mx-auto max-w-md p-6">
      <p className="mb-6 flex justify-between text-quiet">
        Escuela <LanguageChoice />
      </p>
      <h1 dir="auto" className="mb-1 font-script text-2xl font-semibold">
        {study.title}
      </h1>
      <p className="mb-4 text-quiet">
        {t("study.itemCount", { count: study.item_count })}
        {rules.due_at && ` · ${t("study.due", { at: moment(rules.due_at, i18n.language) })}`}
      </p>
      {study.instructions.trim() && (
        <p dir="auto" className="mb-4 whitespace-pre-wrap rounded bg-sand px-3 py-2">
          {study.instructions}
        </p>
      )}
      {children}
    </main>
  );
}
