import { type DragEvent, type FormEvent, useEffect, useRef, useState } from "react";
import { useTranslation } from "react-i18next";
import { useSearchParams } from "react-router";
import { Header, Who } from "../app/Header";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { FileField } from "../ui/FileField";
import { Arriving } from "./Arriving";
import { FromElsewhere } from "./FromElsewhere";
import { HostSearch } from "./HostSearch";
import { SourceCard } from "./SourceCard";
import { type Sources, useSources } from "./useSources";

/** Bring recordings in, by link or as files: each is looked at first, then its words are chosen. */
export function NewLessonPage() {
  const { t } = useTranslation();
  const sources = useSources();
  useGivenLink(sources.addLink);
  return (
    <>
      <Header actions={<Who />} />
      <main className="mx-auto max-w-4xl p-6">
        <h1 className="mb-4 font-script text-2xl font-semibold">{t("new.title")}</h1>
        <div className="grid gap-x-8 md:grid-cols-2">
          <LinkForm add={sources.addLink} />
          <Files add={sources.addFiles} />
        </div>
        {sources.alone.length > 0 && (
          <p role="alert" className="mt-3 border-l-4 border-amber bg-sheet px-3 py-2">
            {t("new.captionsAlone", { names: sources.alone.join(", ") })}
          </p>
        )}
        <HostSearch take={sources.addLink} />
        <List sources={sources} />
        <Arriving />
        <FromElsewhere />
      </main>
    </>
  );
}

/** ``/new?link=…`` brings the link in at once; a shared text may carry it too. */
function useGivenLink(add: (link: string) => void) {
  const [given, setGiven] = useSearchParams();
  const done = useRef(false);
  useEffect(() => {
    const link = given.get("link") || given.get("text")?.match(/https?:\/\/\S+/)?.[0];
    if (!link || done.current) return;
    done.current = true;
    add(link);
    setGiven({}, { replace: true });
  }, [given, setGiven, add]);
}

function LinkForm({ add }: { add: (link: string) => void }) {
  const { t } = useTranslation();
  const [link, setLink] = useState("");
  const send = (e: FormEvent) => {
    e.preventDefault();
    if (!link.trim()) return;
    add(link.trim());
    setLink("");
  };
  return (
    <form onSubmit={send}>
      <Field label={t("new.link")} help={t("new.linkHelp")}>
        <input
          className="field"
          // biome-ignore lint/a11y/noAutofocus: the page has this one purpose
          autoFocus
          inputMode="url"
          value={link}
          onChange={(e) => setLink(e.target.value)}
          placeholder="https://"
        />
      </Field>
      <Button look="main" type="submit" disabled={!link.trim()}>
        {t("new.look")}
      </Button>
    </form>
  );
}

function Files({ add }: { add: (files: File[]) => void }) {
  const { t } = useTranslation();
  const [over, setOver] = useState(false);
  const dropped = (e: DragEvent) => {
    e.preventDefault();
    setOver(false);
    add([...e.dataTransfer.files]);
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: a place to drop files; the field inside does the same by keys
    <div
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={dropped}
      className={`rounded border border-dashed px-4 py-3 ${over ? "border-teal bg-here" : "border-line bg-sheet"}`}
    >
      <FileField label={t("new.files")} help={t("new.filesHelp")} multiple take={add} />
    </div>
  );
}

function List({ sources }: { sources: Sources }) {
  const { t } = useTranslation();
  if (sources.sources.length === 0) return null;
  return (
    <section aria-label={t("new.onTheWay")} className="mt-6 space-y-4">
      {sources.sources.map((source) => (
        <SourceCard key={source.id} source={source} sources={sources} alone={sources.sources.length === 1} />
      ))}
    </section>
  );
}
