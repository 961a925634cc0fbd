import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useTranslation } from "react-i18next";
import { Link, Navigate, useNavigate, useParams } from "react-router";
import { ApiError, api, body, type Schemas } from "../api/client";
import { Header, Who } from "../app/Header";
import { useWayToSignIn } from "../app/SignedIn";
import { useSession } from "../app/session";
import { clock } from "../app/times";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { ErrorNotice, NotYet } from "../ui/Notice";
import { Rich } from "../ui/Rich";

type Offered = Schemas["OfferedOut"];

/** What a colleague offers: looked at, then copied to be adapted. */
export function OfferedPage() {
  const { key = "" } = useParams();
  const signIn = useWayToSignIn();
  const session = useSession();
  const isVisitor = session.data !== undefined && !session.data.user;
  const found = useQuery({
    queryKey: ["offered", "one", key],
    queryFn: async () => body(await api.GET("/api/offers/{offer_key}/", { params: { path: { offer_key: key } } })),
  });
  // What is not for anyone may be there for who signs in.
  if (isVisitor && found.error instanceof ApiError && found.error.status === 403) {
    return <Navigate to={signIn} replace />;
  }
  return (
    <>
      <Header actions={<Who />} />
      {found.data ? <Shown offered={found.data} offerKey={key} /> : <NotYet error={found.error} />}
    </>
  );
}

function Shown({ offered, offerKey }: { offered: Offered; offerKey: string }) {
  const { t } = useTranslation();
  return (
    <main className="mx-auto max-w-3xl px-6 py-6">
      <h1 dir="auto" className="font-script text-2xl font-semibold">
        {offered.title}
      </h1>
      <p className="mb-5 text-quiet">
        <span dir="auto">{offered.author}</span> · {offered.licence || t("offer.noLicence")}
      </p>
      {offered.mine ? (
        <p className="mb-5 border-l-4 border-amber pl-3">{t(`offer.mine.${offered.reach}`)}</p>
      ) : (
        <Take count={offered.lessons.length} offerKey={offerKey} />
      )}
      {offered.lessons.map((l) => (
        <OfferedLesson key={l.title} lesson={l} named={l.title !== offered.title} />
      ))}
      <p>
        <Link to="/offered" className="text-teal underline">
          {t("offered.all")}
        </Link>
      </p>
    </main>
  );
}

/** A copy of one's own, for who has an account. */
function Take({ count, offerKey }: { count: number; offerKey: string }) {
  const { t } = useTranslation();
  const go = useNavigate();
  const session = useSession();
  const signIn = useWayToSignIn();
  const [folder, setFolder] = useState("");
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState<unknown>(null);
  const take = () => {
    setBusy(true);
    setError(null);
    api
      .POST("/api/offers/{offer_key}/copies/", { params: { path: { offer_key: offerKey } }, body: { folder } })
      .then((r) => {
        const [first, ...others] = body(r);
        go(first && others.length === 0 ? `/lessons/${first.id}` : "/");
      })
      .catch((why) => {
        setBusy(false);
        setError(why);
      });
  };
  if (!session.data?.user) {
    return (
      <p className="mb-6 rounded border border-rule bg-sheet p-4">
        <Link to={signIn} className="text-teal underline">
          {t("offered.signIn")}
        </Link>
      </p>
    );
  }
  return (
    <>
      <div className="mb-6 flex flex-wrap items-end gap-3 rounded border border-rule bg-sheet p-4">
        <Field label={t("offer.intoFolder")}>
          <input
            className="field"
            dir="auto"
            maxLength={120}
            value={folder}
            onChange={(e) => setFolder(e.target.value)}
          />
        </Field>
        <Button look="main" className="mb-3" disabled={busy} onClick={take}>
          {t("offer.take", { count })}
        </Button>
      </div>
      <ErrorNotice error={error} />
    </>
  );
}

/** ``named``: its title does not stand on top of the page already. */
function OfferedLesson({ lesson, named }: { lesson: Offered["lessons"][number]; named: boolean }) {
  return (
    <section className="mb-6 border-t border-rule pt-4">
      {named && (
        <h2 dir="auto" className="text-lg font-semibold">
          {lesson.title}
        </h2>
      )}
      <p dir="auto" className="mb-2 text-quiet">
        {[clock(lesson.duration_ms), ...lesson.segments].join(" · ")}
      </p>
      <ol className="list-decimal space-y-1 pl-6">
        {lesson.items.map((prompt) => (
          <li key={prompt} dir="auto">
            <Rich text={prompt} />
          </li>
        ))}
      </ol>
    </section>
  );
}
