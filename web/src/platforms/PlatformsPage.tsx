import { useTranslation } from "react-i18next";
import { Link } from "react-router";
import { Header, Who } from "../app/Header";
import { MakeOne } from "../ui/MakeOne";
import { NotYet } from "../ui/Notice";
import { KnownThere } from "./KnownThere";
import { OnePlatform } from "./OnePlatform";
import { acts, useForgetPlatforms, usePlatforms } from "./queries";
import { RecordStore } from "./RecordStore";

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
        <RecordStore />
      </main>
    </>
  );
}

function NewPlatform() {
  const { t } = useTranslation();
  const forget = useForgetPlatforms();
  const make = (name: string) => acts.make(name).then(forget);
  return (
    <div className="max-w-xl">
      <MakeOne label={t("platforms.new")} example={t("platforms.example")} press={t("platforms.make")} make={make} />
    </div>
  );
}
