import { useState } from "react";
import { useTranslation } from "react-i18next";
import { Link, useParams } from "react-router";
import { Header } from "../app/Header";
import { Field, OneOf } from "../ui/Field";
import { ErrorNotice, NotYet } from "../ui/Notice";
import { Toggle } from "../ui/Toggle";
import { WordingOptions } from "../ui/WordingOptions";
import { KeptLayouts } from "./KeptLayouts";
import { PartList } from "./PartList";
import { PartOptions, Typed } from "./PartOptions";
import { Preview } from "./Preview";
import { type Layout, VERSIONS, type Version, withPart } from "./parts";
import { type Handout, useHandout } from "./queries";
import { TakeFile } from "./TakeFile";

const LEVELS = ["", "A1", "A2", "B1", "B2", "C1", "C2"];

/** What of a lesson is printed or given on as a file, with the page beside it. */
export function HandoutPage() {
  const { t } = useTranslation();
  const { lesson = "" } = useParams();
  const { handout, layout, change, readAt, error, failed } = useHandout(lesson);
  const [version, setVersion] = useState<Version>("student");
  const [at, setAt] = useState(0);
  if (!handout || !layout) return <NotYet error={error} />;
  const part = layout.parts[at];
  return (
    <div className="flex h-dvh min-h-[560px] flex-col max-md:h-auto">
      <Header actions={<TakeFile lesson={lesson} version={version} off={layout.parts.length === 0} />}>
        <h1 dir="auto" className="min-w-0 truncate">
          {t("handout.title")}:{" "}
          <Link className="font-semibold text-teal underline" to={`/lessons/${lesson}/items`} title={t("handout.back")}>
            {handout.title}
          </Link>
        </h1>
      </Header>
      <main className="flex min-h-0 flex-1 flex-col md:flex-row">
        <div className="shrink-0 overflow-y-auto border-rule px-4 py-3 md:w-[23rem] md:border-e">
          <ErrorNotice error={failed} />
          <PartList layout={layout} empty={handout.empty} at={at} choose={setAt} change={change} />
          {part && (
            <PartOptions
              key={at}
              lesson={lesson}
              part={part}
              isEmpty={handout.empty.includes(part.kind)}
              link={handout.link}
              change={(changed) => change(withPart(layout, at, changed))}
            />
          )}
          <Whole handout={handout} layout={layout} change={change} />
          <KeptLayouts lesson={lesson} handout={handout} layout={layout} change={change} />
        </div>
        <div className="flex h-[85vh] flex-1 flex-col md:h-auto max-md:flex-none">
          <div className="px-4 pt-3">
            <OneOf
              label={t("handout.version")}
              value={version}
              options={VERSIONS.map((value) => ({ value, label: t(`handout.version.${value}`) }))}
              change={setVersion}
            />
          </div>
          <div className="min-h-0 flex-1 border-t border-rule">
            <Preview address={`/api/lessons/${lesson}/handout/preview/?version=${version}&at=${readAt}`} />
          </div>
        </div>
      </main>
    </div>
  );
}

/** What holds for the whole sheet. */
function Whole({ handout, layout, change }: { handout: Handout; layout: Layout; change: (layout: Layout) => void }) {
  const { t } = useTranslation();
  return (
    <section aria-label={t("handout.whole")} className="mt-4 border-t border-rule pt-3">
      <h2 className="mb-1.5 font-semibold">{t("handout.whole")}</h2>
      <Field label={t("handout.heading")}>
        <Typed value={layout.heading ?? ""} longest={120} keep={(heading) => change({ ...layout, heading })} />
      </Field>
      <Field label={t("handout.level")}>
        <select
          className="field !w-auto"
          value={layout.level ?? ""}
          onChange={(e) => change({ ...layout, level: e.target.value as "" })}
        >
          {LEVELS.map((level) => (
            <option key={level} value={level}>
              {level || t("handout.noLevel")}
            </option>
          ))}
        </select>
      </Field>
      <OneOf
        label={t("handout.size")}
        value={layout.size ?? "normal"}
        options={(["normal", "large"] as const).map((value) => ({ value, label: t(`handout.size.${value}`) }))}
        change={(size) => change({ ...layout, size })}
      />
      {handout.wordings.length > 0 && (
        <Field label={t("handout.wording")}>
          <select
            className="field !w-auto"
            value={layout.wording ?? ""}
            onChange={(e) => change({ ...layout, wording: e.target.value })}
          >
            <WordingOptions tags={handout.wordings} original={handout.language} />
          </select>
        </Field>
      )}
      <Toggle label={t("handout.names")} on={layout.names ?? true} change={(names) => change({ ...layout, names })} />
    </section>
  );
}
