import { useState } from "react";
import { useTranslation } from "react-i18next";
import { Link, useNavigate, useParams } from "react-router";
import { Header, Who } from "../app/Header";
import { useKeys } from "../app/keys";
import { Button } from "../ui/Button";
import { ErrorNotice, NotYet } from "../ui/Notice";
import { useUndo } from "../ui/Undo";
import { AddNames } from "./AddNames";
import { FromPlatform } from "./FromPlatform";
import { Members } from "./Members";
import { acts, type SchoolClass, useClass, useTakeClass } from "./queries";
import { Requests } from "./Requests";

/** One class: its link, who is in it, and what each is allowed beyond the others. */
export function ClassPage() {
  const { class: id = "" } = useParams();
  const found = useClass(id);
  return (
    <>
      <Header actions={<Who />}>
        <Link to="/classes" className="text-quiet hover:underline">
          ‹ <Title />
        </Link>
      </Header>
      {found.data ? <Known key={found.data.id} known={found.data} /> : <NotYet error={found.error} />}
    </>
  );
}

function Title() {
  const { t } = useTranslation();
  return t("classes.title");
}

function Known({ known }: { known: SchoolClass }) {
  const { t } = useTranslation();
  return (
    <div className="mx-auto grid max-w-6xl gap-x-8 px-6 py-5 lg:grid-cols-[1fr_320px]">
      <main>
        <h1 className="sr-only">{known.name}</h1>
        <Name known={known} />
        <Members known={known} />
      </main>
      <aside>
        <section className="mb-6 rounded border border-rule bg-sheet p-4">
          <h2 className="mb-1 font-semibold">{t("classes.link")}</h2>
          <p className="mb-3 text-[14px] text-quiet">{t("classes.linkHelp")}</p>
          <img src={known.qr} alt={t("share.qr", { code: known.code })} className="mb-2 size-32" />
          <a className="break-all text-teal underline" href={known.link}>
            {known.link}
          </a>
        </section>
        <FromPlatform classId={known.id} />
        <Requests known={known} />
        <AddNames known={known} />
      </aside>
    </div>
  );
}

function Name({ known }: { known: SchoolClass }) {
  const { t } = useTranslation();
  const take = useTakeClass();
  const go = useNavigate();
  const marks = () => go(`/classes/${known.id}/marks`);
  useKeys([{ keys: "M", label: t("book.title"), run: marks }]);
  const [name, setName] = useState(known.name);
  const [error, setError] = useState<unknown>(null);
  const undo = useUndo();
  const change = (part: { name?: string; archived?: boolean }, said: string) => {
    setError(null);
    const before = { name: known.name, archived: known.archived };
    acts.change(known.id, part).then((fresh) => {
      take(fresh);
      undo.offer(said, async () => {
        take(await acts.change(known.id, before));
        setName(before.name);
      });
    }, setError);
  };
  const save = () => name.trim() && name !== known.name && change({ name }, t("classes.renamed", { name }));
  const putAway = () =>
    change(
      { archived: !known.archived },
      t(known.archived ? "classes.isBack" : "classes.isAway", { name: known.name }),
    );
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-3">
        <input
          dir="auto"
          aria-label={t("classes.name")}
          className="field min-w-40 flex-1 !text-lg font-semibold"
          maxLength={120}
          value={name}
          onChange={(e) => setName(e.target.value)}
          onBlur={save}
          onKeyDown={(e) => e.key === "Enter" && save()}
        />
        <span className="text-quiet">{t("classes.students", { count: known.members.length })}</span>
        <Button small hint="M" onClick={marks}>
          {t("book.title")}
        </Button>
        <Button small onClick={putAway}>
          {t(known.archived ? "classes.takeOut" : "classes.putAway")}
        </Button>
      </div>
      {known.archived && <p className="mb-3 border-l-4 border-amber pl-3">{t("classes.isArchived")}</p>}
      <ErrorNotice error={error} />
    </>
  );
}
