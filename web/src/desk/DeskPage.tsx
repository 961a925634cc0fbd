import { useEffect } from "react";
import { useTranslation } from "react-i18next";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { Header } from "../app/Header";
import { useKeys } from "../app/keys";
import { SharePanel } from "../assignments/SharePanel";
import { ResultsPanel } from "../results/ResultsPanel";
import { Boundary } from "../ui/Boundary";
import { Button } from "../ui/Button";
import { ErrorNotice, NotYet } from "../ui/Notice";
import { WordsLanguage } from "../ui/words";
import { CheckPanel } from "./checking/CheckPanel";
import { History } from "./history/History";
import { ItemsPanel } from "./items/ItemsPanel";
import { Margin } from "./items/Margin";
import { Marked } from "./items/Marked";
import { acts, type Desk, type Sentence, useDesk, useScript } from "./queries";
import { PicturePanel } from "./recording/PicturePanel";
import { RecordingPanel } from "./recording/RecordingPanel";
import { STEPS, type Step, Steps } from "./Steps";
import { Strip } from "./Strip";
import { Script } from "./script/Script";
import { ScriptPanel } from "./script/ScriptPanel";
import { LeaveOut } from "./segments/LeaveOut";
import { useDeskKeys } from "./useDeskKeys";
import { type DeskState, useDeskState } from "./useDeskState";

/** One lesson: picture and strip, script, margin, through all the steps of its life. */
export function DeskPage() {
  const { lesson = "", step } = useParams();
  const desk = useDesk(lesson);
  const script = useScript(lesson);
  if (!desk.data || !script.data) {
    return (
      <>
        <Header />
        <main className="mx-auto max-w-xl p-6">
          <NotYet error={desk.error ?? script.error} />
        </main>
      </>
    );
  }
  const named = STEPS.find((s) => s === step) ?? (desk.data.items.length ? "items" : "script");
  return <DeskView key={lesson} desk={desk.data} sentences={script.data} step={named} error={desk.error} />;
}

type ViewProps = { desk: Desk; sentences: Sentence[]; step: Step; error: unknown };

function DeskView({ desk, sentences, step, error }: ViewProps) {
  const { t } = useTranslation();
  const go = useNavigate();
  const state = useDeskState(desk, sentences);
  useEffect(() => {
    document.title = `${desk.title} · Escuela`;
  }, [desk.title]);
  useKeys([
    { keys: "R", label: t("desk.rehearse"), run: () => go(`/lessons/${desk.id}/rehearsal`) },
    { keys: "Shift+Q", label: t("handout.open"), run: () => go(`/lessons/${desk.id}/handout`) },
  ]);
  useGivenInstant(state);
  const whole = step === "share" || step === "results";
  return (
    <div className="flex h-dvh min-h-[560px] flex-col print:block print:h-auto">
      <Header actions={<Actions desk={desk} state={state} />}>
        {desk.folder && (
          <Link to="/" className="hidden min-w-0 shrink-[99] truncate text-quiet lg:block">
            {desk.folder} /
          </Link>
        )}
        <h1 dir="auto" className="min-w-0 max-w-64 truncate" title={desk.title}>
          {desk.title}
        </h1>
        <Steps desk={desk} step={step} />
      </Header>
      <Boundary of={step}>
        {step === "share" && <SharePanel desk={desk} />}
        {step === "results" && <ResultsPanel lesson={desk.id} />}
      </Boundary>
      {!whole && (
        <WordsLanguage value={desk.recording.language}>
          <WorkArea state={state} step={step} error={error} />
        </WordsLanguage>
      )}
    </div>
  );
}

/** ``?at=…`` opens the lesson at an instant, in milliseconds. */
function useGivenInstant({ clock }: DeskState) {
  const [given] = useSearchParams();
  const at = Number(given.get("at"));
  useEffect(() => {
    if (at > 0) clock.seek(at);
  }, [clock, at]);
}

function Actions({ desk, state }: { desk: Desk; state: DeskState }) {
  const { t } = useTranslation();
  const go = useNavigate();
  return (
    <>
      <span className="text-[13.5px] text-quiet" role="status">
        {state.change.isPending ? t("desk.saving") : desk.checking ? t("desk.checking") : t("desk.saved")}
      </span>
      <Button
        small
        hint="Ctrl+Z"
        disabled={!desk.undo}
        title={desk.undo ? `${t("desk.undo")}: ${t(`change.${desk.undo}`)}` : ""}
        onClick={() => state.run(() => acts.undo(desk.id))}
      >
        {t("desk.undo")}
      </Button>
      <History state={state} />
      <Button small hint="R" onClick={() => go(`/lessons/${desk.id}/rehearsal`)}>
        {t("desk.rehearse")}
      </Button>
      <Button small hint="Shift+Q" onClick={() => go(`/lessons/${desk.id}/handout`)}>
        {t("handout.open")}
      </Button>
    </>
  );
}

function WorkArea({ state, step, error }: { state: DeskState; step: Step; error: unknown }) {
  const { t } = useTranslation();
  useDeskKeys(state, step);
  const panels = { recording: RecordingPanel, script: ScriptPanel, items: ItemsPanel, check: CheckPanel };
  const Panel = panels[step as keyof typeof panels] ?? ScriptPanel;
  return (
    <>
      <Boundary of={step}>
        <Strip state={state} />
      </Boundary>
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(230px,300px)_1fr] xl:grid-cols-[minmax(250px,316px)_1fr]">
        <section aria-label={t("desk.tools")} className="overflow-y-auto border-r border-rule bg-paper px-4 py-3.5">
          <PicturePanel state={state} />
          <ErrorNotice error={state.change.error ?? error} />
          <Boundary of={step}>
            <LeaveOut state={state}>
              <Panel state={state} />
            </LeaveOut>
          </Boundary>
        </section>
        <Boundary of={step}>
          <Script
            state={state}
            step={step}
            margin={
              <Boundary of={step}>
                <Margin state={state} step={step} />
              </Boundary>
            }
          />
        </Boundary>
        <Marked state={state} />
      </div>
    </>
  );
}
