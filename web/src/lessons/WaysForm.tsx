import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { Link } from "react-router";
import { api, body, type Schemas } from "../api/client";
import { errorOfJob, type Job } from "../api/jobs";
import { sent } from "../api/uploads";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { FileField } from "../ui/FileField";
import { ErrorNotice } from "../ui/Notice";
import { languageName } from "../ui/wordings";
import type { Look } from "./queries";
import type { Source, Sources } from "./useSources";

type Way = Schemas["ScriptInRequest"]["way"];
const LANGUAGES = ["en", "es", "fr", "de", "pt", "it", "ca", "gl", "eu", "nl", "pl", "uk", "ar", "he", "zh", "ja"];

/** What was found, and the ways to its words side by side. */
export function WaysForm(props: { source: Source; found: Look; sources: Sources; failed: Job | null }) {
  const { source, found, sources, failed } = props;
  const { t } = useTranslation();
  const [track, setTrack] = useState(() => (source.captions || source.text ? "" : (bestTrack(found)?.id ?? "")));
  const [way, setWay] = useState<Way>(() => firstWay(source, found));
  const [captions, setCaptions] = useState<File | null>(source.captions);
  const [text, setText] = useState(source.text);
  const [title, setTitle] = useState(found.title);
  const [language, setLanguage] = useState(found.language.split("-")[0] || t("shared.locale").slice(0, 2));
  const [error, setError] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const take = (id: string) => {
    setTrack(id);
    setWay("track");
    const spoken = found.tracks.find((other) => other.id === id)?.language.split("-")[0];
    if (spoken) setLanguage(spoken);
  };
  const ready = way === "track" ? track : way === "file" ? captions : way === "recognise" || text.trim();
  const begin = async (e: FormEvent) => {
    e.preventDefault();
    if (!ready || !source.look) return;
    setBusy(true);
    setError(null);
    try {
      const upload = way === "file" && captions ? await sent(captions) : null;
      const given = { look: source.look, script: { way, track, upload, text }, title, language };
      if (failed) await api.DELETE("/api/jobs/{job_id}/", { params: { path: { job_id: failed.id } } });
      sources.change(source.id, { made: body(await api.POST("/api/lessons/", { body: given })).id, name: title });
    } catch (refused) {
      setError(refused);
    }
    setBusy(false);
  };
  return (
    <form onSubmit={begin} className="mt-2">
      {found.same_as && (
        <p className="mb-2 rounded bg-here px-3 py-2">
          {t("new.sameAs")}{" "}
          <Link className="text-teal underline" to={`/lessons/${found.same_as.lesson}`}>
            {found.same_as.title}
          </Link>
        </p>
      )}
      {(found.tracks.length > 0 || !(source.captions || source.text)) && (
        <p className="mb-2">{t("new.captionsFound", { count: found.tracks.length })}</p>
      )}
      <ErrorNotice error={error ?? (failed ? errorOfJob(failed) : null)} />
      <Tracks found={found} chosen={way === "track" ? track : ""} choose={take} />
      <Ways found={found} way={way} choose={setWay} language={language} />
      {way === "file" && <CaptionFile file={captions} change={setCaptions} />}
      {(way === "pasted" || way === "plain") && (
        <Field label={t(`way.${way}`)} help={t(`way.${way}Text`)}>
          <textarea
            className="field font-script"
            rows={7}
            dir="auto"
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
        </Field>
      )}
      <div className="grid gap-x-4 sm:grid-cols-2">
        <Field label={t("new.name")}>
          <input
            className="field"
            dir="auto"
            value={title}
            onChange={(e) => setTitle(e.target.value)}
            maxLength={300}
          />
        </Field>
        <Field label={t("new.language")} help={language === "en" ? undefined : t("new.languageHelp")}>
          <select className="field" value={language} onChange={(e) => setLanguage(e.target.value)}>
            {[...new Set([...LANGUAGES, language])].map((l) => (
              <option key={l} value={l}>
                {languageName(l, t("shared.locale"))}
              </option>
            ))}
          </select>
        </Field>
      </div>
      <Button look="main" type="submit" disabled={!ready || busy}>
        {t("new.bringIn")}
      </Button>
    </form>
  );
}

function Tracks({ found, chosen, choose }: { found: Look; chosen: string; choose: (id: string) => void }) {
  const { t } = useTranslation();
  if (found.tracks.length === 0) return null;
  return (
    <fieldset className="mb-3">
      <legend className="mb-1 text-[13.5px] text-quiet">{t("new.tracks")}</legend>
      <div className="space-y-1">
        {found.tracks.map((track) => (
          <label key={track.id} className="flex items-baseline gap-2">
            <input type="radio" name="track" checked={track.id === chosen} onChange={() => choose(track.id)} />
            <span>
              {track.label || languageName(track.language, t("shared.locale"))}
              <span className="text-quiet"> · {t(track.by_machine ? "new.byMachine" : "new.byPerson")}</span>
            </span>
          </label>
        ))}
      </div>
    </fieldset>
  );
}

/** The four ways to words where there are no captions, or other ones are wanted. */
function Ways(props: { found: Look; way: Way; choose: (way: Way) => void; language: string }) {
  const { found, way } = props;
  const { t } = useTranslation();
  const ways = (["file", "pasted", "plain", "recognise"] as const).map((name) => ({ name, why: whyNot(found, name) }));
  return (
    <fieldset className="mb-3">
      <legend className="mb-1 text-[13.5px] text-quiet">{t(found.tracks.length ? "new.otherWays" : "new.ways")}</legend>
      <div className="grid gap-2 sm:grid-cols-2 lg:grid-cols-4">
        {ways.map(({ name, why }) => (
          <label
            key={name}
            className="relative block rounded border border-rule p-2.5 has-checked:border-teal has-checked:bg-here has-disabled:opacity-70 has-focus-visible:outline-2 has-focus-visible:outline-teal"
          >
            <input
              type="radio"
              name="way"
              className="absolute inset-0 size-full cursor-pointer opacity-0 disabled:cursor-default"
              checked={way === name}
              disabled={why !== ""}
              onChange={() => props.choose(name)}
            />
            <b className="block">{t(`way.${name}`)}</b>
            <span className="text-[13.5px] text-quiet">{why ? t(why) : t(`way.${name}Help`)}</span>
            {why === "way.missing" && (
              <code className="mt-1 block text-[12px]">pip install -r requirements-speech.txt</code>
            )}
          </label>
        ))}
      </div>
    </fieldset>
  );
}

function CaptionFile({ file, change }: { file: File | null; change: (file: File | null) => void }) {
  const { t } = useTranslation();
  return (
    <FileField
      label={t("new.captions")}
      help={file ? t("new.captionsChosen", { name: file.name }) : t("new.captionsHelp")}
      take={([chosen]) => change(chosen ?? file)}
    />
  );
}

function whyNot(found: Look, way: Way): string {
  if (way !== "plain" && way !== "recognise") return "";
  if (!found.has_sound) return "way.noSound";
  const standing = found.ways[way] ?? "ready";
  return standing === "ready" ? "" : `way.${standing}`;
}

/** A person's captions before a machine's. */
function bestTrack(found: Look) {
  return found.tracks.find((t) => !t.by_machine) ?? found.tracks[0];
}

// A text file is words with times where its lines begin with some.
const TIMED = /^\s*[[(]?(\d{1,2}:)?\d{1,3}:\d{2}/m;

function firstWay(source: Source, found: Look): Way {
  if (source.captions) return "file";
  if (source.text) return TIMED.test(source.text) || whyNot(found, "plain") ? "pasted" : "plain";
  if (found.tracks.length) return "track";
  return whyNot(found, "recognise") === "" ? "recognise" : "file";
}
