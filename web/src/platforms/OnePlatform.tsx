import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { Link } from "react-router";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { ErrorNotice, WhyNot } from "../ui/Notice";
import { useUndo } from "../ui/Undo";
import { acts, type Platform, useForgetPlatforms } from "./queries";

/** The one that both get to know each other by, where the platform can; else the other three. */
const OURS = ["registration", "login", "launch", "keys"] as const;
const THEIRS = ["issuer", "client_id", "login_url", "token_url", "keys_url"] as const;

/** One platform: what it has to be told, what it says of itself, and how things stand in its courses. */
export function OnePlatform({ platform }: { platform: Platform }) {
  const { t } = useTranslation();
  const forget = useForgetPlatforms();
  const undo = useUndo();
  const [error, setError] = useState<unknown>(null);
  // What is being entered stays in sight once it is complete.
  const [open, setOpen] = useState(!platform.is_whole);
  const takeAway = () => {
    acts.takeAway(platform.id).then(() => {
      forget();
      undo.offer(t("platforms.gone", { name: platform.name }), () => acts.bringBack(platform.id).then(forget));
    }, setError);
  };
  return (
    <section aria-label={platform.name} className="mb-6 rounded border border-rule bg-sheet p-4">
      <div className="mb-3 flex flex-wrap items-baseline gap-3">
        <h2 dir="auto" className="text-lg font-semibold">
          {platform.name}
        </h2>
        <span className={`flex-1 ${platform.is_whole ? "text-quiet" : "text-brick"}`}>
          {t(platform.is_whole ? "platforms.whole" : "platforms.notWhole")}
        </span>
        <Button small look="quiet" onClick={takeAway}>
          {t("platforms.takeAway")}
        </Button>
      </div>
      <ErrorNotice error={error} />
      <Courses platform={platform} />
      <details open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
        <summary className="cursor-pointer text-teal">{t("platforms.addresses")}</summary>
        <div className="mt-3 grid gap-x-8 md:grid-cols-2">
          <Ours platform={platform} />
          <Theirs platform={platform} />
        </div>
      </details>
    </section>
  );
}

function Ours({ platform }: { platform: Platform }) {
  const { t } = useTranslation();
  const [copied, setCopied] = useState("");
  const copy = async (name: (typeof OURS)[number]) => {
    await navigator.clipboard?.writeText(platform.ours[name]).catch(() => undefined);
    setCopied(name);
  };
  return (
    <div>
      <h3 className="mb-2 font-semibold">{t("platforms.ours")}</h3>
      {OURS.filter((name) => name !== "registration" || !platform.is_whole).map((name) => (
        <div key={name} className="mb-3">
          <p className="mb-1 text-[13.5px] text-quiet">{t(`platforms.ours.${name}`)}</p>
          <div className="flex items-start gap-2">
            <code className="min-w-0 flex-1 break-all text-[13.5px]">{platform.ours[name]}</code>
            <Button
              small
              aria-label={t("platforms.copyWhat", { what: t(`platforms.ours.${name}`) })}
              onClick={() => copy(name)}
            >
              {t(copied === name ? "platforms.copied" : "platforms.copy")}
            </Button>
          </div>
        </div>
      ))}
    </div>
  );
}

function Theirs({ platform }: { platform: Platform }) {
  const { t } = useTranslation();
  const forget = useForgetPlatforms();
  const [typed, setTyped] = useState<Partial<Record<(typeof THEIRS)[number], string>>>({});
  const [error, setError] = useState<unknown>(null);
  const [saved, setSaved] = useState(false);
  const save = (e: FormEvent) => {
    e.preventDefault();
    setError(null);
    acts.change(platform.id, typed).then(async () => {
      await forget();
      setTyped({});
      setSaved(true);
    }, setError);
  };
  return (
    <form onSubmit={save}>
      <h3 className="mb-2 font-semibold">{t("platforms.theirs")}</h3>
      {THEIRS.map((name) => (
        <Field key={name} label={t(`platforms.theirs.${name}`)}>
          <input
            className="field"
            spellCheck={false}
            autoComplete="off"
            maxLength={name.endsWith("_url") ? 2000 : name === "issuer" ? 500 : 255}
            value={typed[name] ?? platform[name]}
            onChange={(e) => {
              setSaved(false);
              setTyped({ ...typed, [name]: e.target.value });
            }}
          />
        </Field>
      ))}
      <ErrorNotice error={error} />
      <div className="flex items-center gap-3">
        <Button look="main" type="submit" disabled={Object.keys(typed).length === 0}>
          {t("recording.save")}
        </Button>
        {saved && <span role="status">{t("platforms.saved")}</span>}
      </div>
    </form>
  );
}

function Courses({ platform }: { platform: Platform }) {
  const { t } = useTranslation();
  const forget = useForgetPlatforms();
  const [error, setError] = useState<unknown>(null);
  const [asked, setAsked] = useState(false);
  if (platform.courses.length === 0) return null;
  const failing = platform.courses.some((c) => c.failing > 0);
  const again = () =>
    acts.tryAgain(platform.id).then(() => {
      setAsked(true);
      forget();
    }, setError);
  return (
    <div className="mb-3">
      <ul className="divide-y divide-rule border-y border-rule">
        {platform.courses.map((c) => (
          <li key={c.class_id} className="flex flex-wrap items-baseline gap-x-4 py-2">
            <Link to={`/classes/${c.class_id}`} dir="auto" className="min-w-40 flex-1 font-semibold text-teal">
              {c.class_name}
            </Link>
            <span className="text-quiet">
              {t("platforms.lessons", { count: c.lessons })} · {t("platforms.told", { count: c.told })}
            </span>
            {c.failing > 0 && (
              <span className="w-full text-[14px] text-brick">
                {t("platforms.failing", { count: c.failing })} <WhyNot why={c.problem} />
              </span>
            )}
          </li>
        ))}
      </ul>
      <ErrorNotice error={error} />
      {failing && (
        <Button small className="mt-2" onClick={again} disabled={asked}>
          {t(asked ? "platforms.askedAgain" : "platforms.again")}
        </Button>
      )}
    </div>
  );
}
