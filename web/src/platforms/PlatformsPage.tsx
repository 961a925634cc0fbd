import { type FormEvent, useRef, useState } from "react";
import { useTranslation } from "react-i18next";
import { Link } from "react-router";
import { Header, Who } from "../app/Header";
import { useKeys } from "../app/keys";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { ErrorNotice, NotYet } from "../ui/Notice";
import { KnownThere } from "./KnownThere";
import { OnePlatform } from "./OnePlatform";
import { acts, useForgetPlatforms, usePlatforms } from "./queries";

/** The learning platforms whose courses get lessons, and what each has to be told. */
export function PlatformsPage() {
  const { t } = useTranslation();
  const platforms = usePlatforms();
  return (
    <>
      <Header actions={<Who />}>
        <Link to="/classes" className="text-quiet hover:underline">
          ‹ {t("classes.title")}
        </Link>
      </Header>
      <main className="mx-auto max-w-5xl px-6 py-5">
        <h1 className="mb-2 font-script text-2xl font-semibold">{t("platforms.title")}</h1>
        <p className="mb-5 max-w-2xl text-quiet">{t("platforms.what")}</p>
        {!platforms.data ? (
          <NotYet error={platforms.error} />
        ) : (
          platforms.data.map((p) => <OnePlatform key={p.id} platform={p} />)
        )}
        <NewPlatform />
        <KnownThere />
      </main>
    </>
  );
}

function NewPlatform() {
  const { t } = useTranslation();
  const forget = useForgetPlatforms();
  const field = useRef<HTMLInputElement>(null);
  const [name, setName] = useState("");
  const [error, setError] = useState<unknown>(null);
  useKeys([{ keys: "N", label: t("platforms.new"), run: () => field.current?.focus() }]);
  const make = (e: FormEvent) => {
    e.preventDefault();
    setError(null);
    acts.make(name).then(() => {
      setName("");
      forget();
    }, setError);
  };
  return (
    <form onSubmit={make} className="max-w-xl">
      <div className="flex items-end gap-2">
        <div className="flex-1">
          <Field label={t("platforms.new")}>
            <input
              ref={field}
              dir="auto"
              className="field"
              maxLength={120}
              placeholder={t("platforms.example")}
              value={name}
              onChange={(e) => setName(e.target.value)}
            />
          </Field>
        </div>
        <Button type="submit" className="mb-3" disabled={!name.trim()}>
          {t("platforms.make")}
        </Button>
      </div>
      <ErrorNotice error={error} />
    </form>
  );
}
