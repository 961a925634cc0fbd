import { useState } from "react";
import { useTranslation } from "react-i18next";
import { Button } from "../../ui/Button";
import { acts, type Item } from "../queries";
import type { Step } from "../Steps";
import type { DeskState } from "../useDeskState";
import { VaryMenu } from "../writing/VaryMenu";

/** What can be done with the item in hand; the keys are bound in useDeskKeys. */
export function CardActions({ item, state, step }: { item: Item; state: DeskState; step: Step }) {
  const { t } = useTranslation();
  const proposed = item.place === "pool";
  const pause = item.content.pause_ms;
  return (
    <div className="mt-2 flex flex-wrap gap-1.5">
      {proposed ? (
        <>
          <Button look="main" small hint="T" onClick={() => state.put([item.id], "lesson")}>
            {t("item.take")}
          </Button>
          <Button small hint="E" onClick={() => state.edit(true)}>
            {t("item.change")}
          </Button>
        </>
      ) : (
        <Button small hint="E" onClick={() => state.edit(true)}>
          {t("item.change")}
        </Button>
      )}
      {step === "items" && (
        <>
          {item.content.kind !== "note" && <VaryMenu item={item} state={state} />}
          <Button small hint="V" onClick={() => state.another(item)}>
            {t("item.another")}
          </Button>
        </>
      )}
      {item.report?.evidence[0] && (
        <Button small hint="H" onClick={() => state.hear(item)}>
          {t("item.hear")}
        </Button>
      )}
      {!proposed && step === "check" && <Decide item={item} state={state} />}
      {typeof pause === "number" && step !== "check" && (
        <Button small hint="L" onClick={() => state.listenAround(pause)}>
          {t("item.listenAround")}
        </Button>
      )}
      {item.pause_by_teacher && step !== "check" && item.content.kind !== "note" && (
        <Button small onClick={() => state.run(() => acts.placeAgain(item.id))}>
          {t("item.placeAgain")}
        </Button>
      )}
      <Button small hint="X" look={proposed ? "plain" : "danger"} onClick={() => state.put([item.id], "dropped")}>
        {t(proposed ? "item.passOver" : "item.drop")}
      </Button>
    </div>
  );
}

function Decide({ item, state }: { item: Item; state: DeskState }) {
  const { t } = useTranslation();
  const [asking, setAsking] = useState(false);
  const [reason, setReason] = useState(item.decision_reason);
  const error = item.report?.findings.some((f) => f.severity === "error" && f.code !== "stale");
  if (!error) {
    return (
      <Button small hint="K" onClick={() => state.run(() => acts.decide(item.id, "kept"))}>
        {t("item.keep")}
      </Button>
    );
  }
  if (!asking) {
    return (
      <Button small hint="K" data-keep-anyway onClick={() => setAsking(true)}>
        {t("item.keepAnyway")}
      </Button>
    );
  }
  return (
    <form
      className="flex w-full gap-1.5"
      onSubmit={(e) => {
        e.preventDefault();
        state.run(() => acts.decide(item.id, "kept_anyway", reason));
        setAsking(false);
      }}
    >
      <input
        // biome-ignore lint/a11y/noAutofocus: the field was just asked for
        autoFocus
        className="field !py-1"
        aria-label={t("item.reason")}
        placeholder={t("item.reason")}
        value={reason}
        onChange={(e) => setReason(e.target.value)}
      />
      <Button small look="main" type="submit" disabled={!reason.trim()}>
        {t("item.keepAnyway")}
      </Button>
    </form>
  );
}
