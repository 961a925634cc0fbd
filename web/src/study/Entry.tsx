import { type FormEvent, useEffect, useState } from "react";
import { useTranslation } from "react-i18next";
import { ApiError, api, type Schemas } from "../api/client";
import { inTab } from "../app/storage";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { ErrorNotice } from "../ui/Notice";

export type Entry = Schemas["EntryOut"];
type Name = Schemas["NameOut"];

/** Who is at this tab, in each class: it is asked once, and not again at every lesson. */
export const hereIn = {
  is: (entry: Entry) => entry.me !== null && inTab.get(hereKey(entry)) === entry.me.id,
  stay: (entry: Entry) => entry.me && inTab.set(hereKey(entry), entry.me.id),
};

const hereKey = (entry: Entry) => `escuela.class.${entry.class_code}`;

/** From so many names on they are looked for by their letters. */
const MANY = 12;

type Props = {
  entry: Entry;
  /** Enters as a member of the class, with the number where the name is held. */
  take: (member: string, pin: string) => Promise<unknown>;
  leave?: (() => Promise<unknown>) | undefined;
  /** Looks once more who one is, after asking to be let in. */
  look: () => Promise<unknown>;
};

/** Into what was given to a class: as whom the device is known, or under one of the names. */
export function EntryForm(props: Props) {
  const { t } = useTranslation();
  const [error, setError] = useState<unknown>(null);
  const { me, asked } = props.entry;
  if (!me && asked) return <Asked name={asked} look={props.look} />;
  if (!me) {
    return (
      <>
        <Names {...props} />
        {props.entry.takes_requests && <Ask {...props} />}
      </>
    );
  }
  return (
    <>
      <ErrorNotice error={error} />
      <div className="flex flex-wrap gap-2">
        <Button look="main" className="min-h-11" onClick={() => props.take(me.id, "").catch(setError)}>
          {t("study.goOnAs", { name: me.name })}
        </Button>
        {props.leave && (
          <Button className="min-h-11" onClick={() => props.leave?.().catch(setError)}>
            {t("study.someoneElse")}
          </Button>
        )}
      </div>
    </>
  );
}

/** Somebody who is not on the list asks the teacher to be let in. */
function Ask({ entry, look }: Props) {
  const { t } = useTranslation();
  const [name, setName] = useState("");
  const [open, setOpen] = useState(entry.names.length === 0);
  const [error, setError] = useState<unknown>(null);
  const ask = (e: FormEvent) => {
    e.preventDefault();
    setError(null);
    api
      .POST("/api/class/{code}/requests/", { params: { path: { code: entry.class_code } }, body: { name } })
      .then(look, setError);
  };
  if (!open) {
    return (
      <Button look="quiet" className="mt-3 min-h-11" onClick={() => setOpen(true)}>
        {t("study.notOnList")}
      </Button>
    );
  }
  return (
    <form onSubmit={ask} className="mt-4 border-t border-rule pt-3">
      <Field label={t("study.nickname")} help={t("study.askHelp")}>
        <input className="field" dir="auto" autoComplete="off" value={name} onChange={(e) => setName(e.target.value)} />
      </Field>
      <ErrorNotice error={error} />
      <Button type="submit" className="min-h-11" disabled={!name.trim()}>
        {t("study.ask")}
      </Button>
    </form>
  );
}

const LOOK_MS = 5000;

/** Waiting for the teacher, who may let one in at any moment. */
function Asked({ name, look }: { name: string; look: () => Promise<unknown> }) {
  const { t } = useTranslation();
  useEffect(() => {
    const timer = setInterval(() => look().catch(() => undefined), LOOK_MS);
    return () => clearInterval(timer);
  }, [look]);
  return <p role="status">{t("study.asked", { name })}</p>;
}

function Names({ entry, take }: Props) {
  const { t } = useTranslation();
  const [letters, setLetters] = useState("");
  const [chosen, setChosen] = useState<Name | null>(null);
  const [pin, setPin] = useState("");
  const [error, setError] = useState<unknown>(null);
  const found = entry.names.filter((n) => plain(n.name).includes(plain(letters)));
  const wants = chosen?.held || (error instanceof ApiError && error.code === "pin_wrong");
  const enter = (e: FormEvent) => {
    e.preventDefault();
    setError(null);
    if (chosen) take(chosen.id, pin).catch(setError);
  };
  const pick = (name: Name) => {
    setChosen(name);
    setPin("");
    setError(null);
  };
  return (
    <form onSubmit={enter}>
      <h2 className="mb-2 font-semibold">{t("study.whoAreYou")}</h2>
      {entry.names.length === 0 && <p className="mb-3">{t("study.nobodyYet")}</p>}
      {entry.names.length > MANY && (
        <Field label={t("study.findName")}>
          <input type="search" className="field" value={letters} onChange={(e) => setLetters(e.target.value)} />
        </Field>
      )}
      <fieldset className="mb-3 flex max-h-72 flex-wrap gap-1.5 overflow-y-auto">
        <legend className="sr-only">{t("study.whoAreYou")}</legend>
        {found.map((n) => (
          <label
            key={n.id}
            className={`relative flex min-h-11 cursor-pointer items-center rounded border px-3 has-focus-visible:outline-2 has-focus-visible:outline-teal ${
              chosen?.id === n.id ? "border-teal bg-sheet ring-1 ring-teal" : "border-rule bg-paper hover:border-line"
            }`}
          >
            <input
              type="radio"
              name="member"
              className="absolute inset-0 size-full cursor-pointer opacity-0"
              checked={chosen?.id === n.id}
              onChange={() => pick(n)}
            />
            <span dir="auto">{n.name}</span>
          </label>
        ))}
      </fieldset>
      {chosen && wants && (
        <Field label={t("study.pin")} help={t("study.pinHelp", { name: chosen.name })}>
          <input
            className="field !w-40 tracking-widest"
            inputMode="numeric"
            autoComplete="off"
            value={pin}
            onChange={(e) => setPin(e.target.value)}
          />
        </Field>
      )}
      <ErrorNotice error={error} />
      <Button look="main" type="submit" className="min-h-11" disabled={!chosen || Boolean(wants && !pin.trim())}>
        {t("study.start")}
      </Button>
    </form>
  );
}

/** Once, to who has just taken a name: the number that shows on another device that it is theirs. */
export function NumberShown({ entry, goOn }: { entry: Entry; goOn: () => void }) {
  const { t } = useTranslation();
  return (
    <main className="mx-auto max-w-md p-6">
      <p className="mb-6 text-quiet">{entry.class_name}</p>
      <h1 className="mb-3 font-script text-2xl font-semibold">{t("study.yourNumber", { name: entry.me?.name })}</h1>
      <p className="mb-3 rounded border border-rule bg-sheet py-4 text-center text-3xl font-semibold tracking-[0.3em]">
        {entry.pin}
      </p>
      <p className="mb-5">{t("study.yourNumberHelp")}</p>
      <Button look="main" className="min-h-11" onClick={goOn}>
        {t("study.numberKept")}
      </Button>
    </main>
  );
}

function plain(text: string): string {
  return text.normalize("NFD").replace(/\p{M}/gu, "").toLocaleLowerCase();
}
