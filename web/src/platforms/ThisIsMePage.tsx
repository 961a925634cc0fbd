import { useState } from "react";
import { useTranslation } from "react-i18next";
import { useParams } from "react-router";
import { Header, Who } from "../app/Header";
import { useSession } from "../app/session";
import { Button } from "../ui/Button";
import { ErrorNotice, NotYet } from "../ui/Notice";
import { sayWho, useFromPlatform } from "./queries";

/** Signed in, a teacher says that whoever comes from a platform under a name there is them. */
export function ThisIsMePage() {
  const { ticket = "" } = useParams();
  const { t } = useTranslation();
  const session = useSession();
  const found = useFromPlatform(ticket, false);
  const [done, setDone] = useState(false);
  const [error, setError] = useState<unknown>(null);
  const told = found.data;
  const say = () => {
    setError(null);
    sayWho(ticket).then(() => setDone(true), setError);
  };
  const names = {
    there: told?.there || t("platforms.noName"),
    platform: told?.platform,
    by: told?.made_known_by,
    name: session.data?.user?.name,
  };
  return (
    <>
      <Header actions={<Who />} />
      <main className="mx-auto max-w-2xl p-6">
        {!told ? (
          <NotYet error={found.error} />
        ) : done ? (
          <p role="status" className="text-lg">
            {t("platforms.meDone", names)}
          </p>
        ) : (
          <>
            <h1 dir="auto" className="mb-3 font-script text-2xl font-semibold">
              {t("platforms.me", names)}
            </h1>
            <p dir="auto" className="mb-4">
              {t("platforms.meHelp", names)}
            </p>
            <ErrorNotice error={error} />
            <Button look="main" onClick={say}>
              {t("platforms.meDo", names)}
            </Button>
          </>
        )}
      </main>
    </>
  );
}
