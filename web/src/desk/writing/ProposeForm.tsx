import { Disclosure, DisclosureButton, DisclosurePanel } from "@headlessui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body } from "../../api/client";
import { useKeys } from "../../app/keys";
import { Button } from "../../ui/Button";
import { AnyOf, Field, OneOf } from "../../ui/Field";
import { ErrorNotice } from "../../ui/Notice";
import { type Desk, useDeskJob } from "../queries";
import type { DeskState } from "../useDeskState";
import { Made, type Proposed } from "./Made";
import { MOST_WORDS } from "./useAsking";
import { MoreWishes } from "./Wishes";
import { NO_WISHES, type Wishes, WRITTEN } from "./wishes";

/** Having items proposed: what for, which kinds, how many, and more wishes below. */
export function ProposeForm({ state }: { state: DeskState }) {
  const { t } = useTranslation();
  const { desk } = state;
  const writers = useQuery({ queryKey: ["writers"], queryFn: async () => body(await api.GET("/api/writers/")) });
  const preset = writers.data?.kept.find((k) => k.is_default)?.wishes;
  const [own, setOwn] = useState<Wishes | null>(null);
  const wishes: Wishes = own ?? { ...NO_WISHES, ...preset, ...desk.wishes };
  const put = (changed: Partial<Wishes>) => setOwn({ ...wishes, ...changed });
  const [chosen, setPlace] = useState("");
  const marked = state.about.length > 0;
  useEffect(() => setPlace(marked ? "about" : ""), [marked]);
  const place = chosen === "about" && !marked ? "" : chosen;
  const [by, setBy] = useState<"built_in" | "service">("built_in");
  const { running, error, propose, job } = useProposing(state, wishes, place, by);
  // The kinds are chosen from now on; how many are wished for stays.
  const tooOf = (kinds: Wishes["kinds"], count: number) => {
    const all = { kinds: [...wishes.kinds, ...kinds] };
    put(all);
    propose({ ...all, count });
  };
  useKeys([{ keys: "W", label: t("items.propose"), run: () => propose() }]);
  return (
    <section aria-label={t("items.proposed")} className="border-t border-rule pt-3">
      <h2 className="mb-2 font-semibold">{t("items.proposed")}</h2>
      <Place desk={desk} about={state.about.length} value={place} change={setPlace} />
      <p className="mb-3 text-[13px] text-quiet">{t("items.aboutHelp")}</p>
      <Words words={state.words} take={state.askWord} />
      <AnyOf
        label={t("items.kinds")}
        chosen={wishes.kinds}
        options={WRITTEN.map((k) => ({ value: k, label: t(`kind.${k}`) }))}
        change={(kinds) => put({ kinds })}
      />
      <Field label={t("items.howMany")} help={wishes.count ? undefined : t("items.byLength")}>
        <input
          className="field !w-28"
          type="number"
          min={1}
          max={200}
          value={wishes.count ?? ""}
          placeholder={t("items.auto")}
          onChange={(e) => put({ count: e.target.value ? Number(e.target.value) : null })}
        />
      </Field>
      <Disclosure as="div" className="mb-3">
        <DisclosureButton className="text-[14px] text-teal hover:underline">{t("items.more")} …</DisclosureButton>
        <DisclosurePanel className="mt-2">
          <MoreWishes wishes={wishes} put={put} kept={writers.data?.kept ?? []} />
        </DisclosurePanel>
      </Disclosure>
      {writers.data?.service && (
        <OneOf
          label={t("items.by")}
          value={by}
          options={[
            { value: "built_in", label: t("items.builtIn") },
            { value: "service", label: writers.data.service },
          ]}
          change={setBy}
        />
      )}
      <Button look="main" hint="W" disabled={running || wishes.kinds.length === 0} onClick={() => propose()}>
        {running ? t("items.writing") : t("items.propose")}
      </Button>
      <ErrorNotice error={error} />
      {job && <Made job={job} also={tooOf} />}
    </section>
  );
}

function Place(props: { desk: Desk; about: number; value: string; change: (value: string) => void }) {
  const { t } = useTranslation();
  return (
    <Field label={t("items.for")}>
      <select className="field" value={props.value} onChange={(e) => props.change(e.target.value)}>
        <option value="">{t("items.whole")}</option>
        <option value="here">{t("items.here")}</option>
        {props.about > 0 && <option value="about">{t("items.about", { count: props.about })}</option>}
        {props.desk.segments.map((s, n) => (
          <option key={s.id} value={s.id}>
            {n + 1} · {s.title}
          </option>
        ))}
      </select>
    </Field>
  );
}

/** The marked words, each taken back by a press. */
function Words(props: { words: string[]; take: (word: string) => void }) {
  const { t } = useTranslation();
  if (props.words.length === 0) return null;
  return (
    <div className="mb-3">
      <p className="text-[13px] text-quiet">
        {t("items.words")} {props.words.length === MOST_WORDS && t("items.wordsFull", { count: MOST_WORDS })}
      </p>
      <ul className="flex flex-wrap gap-1.5">
        {props.words.map((word) => (
          <li key={word}>
            <Button small aria-label={t("items.wordBack", { word })} onClick={() => props.take(word)}>
              <span dir="auto">{word}</span> <span aria-hidden="true">×</span>
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** Asks the writer, watches it, and shows its items as they come. */
function useProposing(state: DeskState, wishes: Wishes, place: string, by: "built_in" | "service") {
  const queries = useQueryClient();
  const { desk, proposing, propose: watch } = state;
  const [seed, setSeed] = useState(1);
  const [error, setError] = useState<unknown>(null);
  const { job, running } = useDeskJob(desk.id, proposing);
  const made = (job?.result as Proposed | undefined)?.made ?? 0;
  useEffect(() => {
    if (made) queries.invalidateQueries({ queryKey: ["desk", desk.id] });
  }, [made, queries, desk.id]);
  const propose = async (otherwise: Partial<Wishes> = {}) => {
    if (running || wishes.kinds.length === 0) return;
    setError(null);
    const sentence = state.sentences[state.sentenceAt(state.clock.nowMs)];
    const given = {
      ...wishes,
      ...otherwise,
      segments: ["", "here", "about"].includes(place) ? [] : [place],
      words: state.words,
      sentences: place === "about" ? state.about : place === "here" && sentence ? [sentence.id] : [],
      by,
      seed,
    };
    const path = { lesson_id: desk.id };
    try {
      watch(body(await api.POST("/api/lessons/{lesson_id}/propose/", { params: { path }, body: given })).id);
      setSeed(seed + 1);
    } catch (refused) {
      setError(refused);
    }
  };
  return { running, error, propose, job };
}
