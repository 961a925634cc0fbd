import { useTranslation } from "react-i18next";
import { moment } from "../app/times";
import { Field, OneOf } from "../ui/Field";
import { Toggle } from "../ui/Toggle";
import type { Policy } from "./queries";

/** ``put`` changes a part of the rules. */
type Part = { policy: Policy; put: (part: Partial<Policy>) => void };

/** What the teacher tells those who open it. */
export function Instructions({ policy, put }: Part) {
  const { t } = useTranslation();
  return (
    <Field label={t("share.instructions")}>
      <textarea
        className="field"
        dir="auto"
        rows={2}
        maxLength={4000}
        value={policy.instructions ?? ""}
        onChange={(e) => put({ instructions: e.target.value })}
      />
    </Field>
  );
}

/** When it opens, is due, closes. */
export function Times({ policy, put }: Part) {
  const { t } = useTranslation();
  return (
    <div className="grid grid-cols-[repeat(auto-fit,minmax(11.25rem,1fr))] gap-x-3">
      {(["opens_at", "due_at", "closes_at"] as const).map((name) => (
        <Moment key={name} label={t(`share.${name}`)} at={policy[name]} put={(at) => put({ [name]: at })} />
      ))}
    </div>
  );
}

/** A day and time, or none; the browser's own field may write it otherwise than the page, so it is said once more beneath. */
export function Moment(props: { label: string; at: string | null | undefined; put: (at: string | null) => void }) {
  const { i18n } = useTranslation();
  return (
    <Field label={props.label} help={props.at ? moment(props.at, i18n.language) : undefined}>
      <input
        type="datetime-local"
        className="field !px-1.5 text-[13.5px]"
        value={local(props.at)}
        onChange={(e) => props.put(e.target.value ? new Date(e.target.value).toISOString() : null)}
      />
    </Field>
  );
}

function local(iso: string | null | undefined): string {
  if (!iso) return "";
  const at = new Date(iso);
  return new Date(at.getTime() - at.getTimezoneOffset() * 60_000).toISOString().slice(0, 16);
}

const RETRY_SHARES = [1, 0.75, 0.5, 0.25];
const WRONG_SHARES = [0, -0.25, -0.5, -1];
const GRACES_MIN = [0, 60, 24 * 60, 3 * 24 * 60];

/** How it is answered, what is told, what students may do. */
export function Rules({ policy, put }: Part) {
  const { t } = useTranslation();
  return (
    <>
      <OneOf
        label={t("share.manner")}
        value={policy.manner ?? "paused"}
        // With the items beside it there is nothing to skip to.
        change={(manner) => put(manner === "beside" ? { manner, skipping: "freely" } : { manner })}
        options={(["paused", "beside"] as const).map((value) => ({ value, label: t(`share.manner.${value}`) }))}
      />
      <div className="flex flex-wrap gap-x-4">
        <Field label={t("share.attempts")}>
          <input
            className="field !w-20"
            type="number"
            min={1}
            max={10}
            value={policy.attempts}
            onChange={(e) => put({ attempts: Math.min(10, Math.max(1, Number(e.target.value))) })}
          />
        </Field>
        {(policy.attempts ?? 1) > 1 && (
          <Share
            label={t("share.retry")}
            value={policy.retry_share ?? 1}
            choices={RETRY_SHARES}
            name={(share) => t(share === 1 ? "share.retryAll" : "share.retryPart", { percent: 100 * share })}
            put={(retry_share) => put({ retry_share })}
          />
        )}
        <Share
          label={t("share.wrong")}
          value={policy.wrong_share ?? 0}
          choices={WRONG_SHARES}
          name={(share) => t(share === 0 ? "share.wrongNothing" : "share.wrongCosts", { percent: -100 * share })}
          put={(wrong_share) => put({ wrong_share })}
        />
      </div>
      <OneOf
        label={t("share.feedback")}
        value={policy.feedback ?? "at_once"}
        change={(feedback) => put({ feedback })}
        options={(["at_once", "at_end", "after_closing"] as const).map((value) => ({
          value,
          label: t(`share.feedback.${value}`),
        }))}
      />
      {policy.manner !== "beside" && (
        <OneOf
          label={t("share.skipping")}
          value={policy.skipping ?? "freely"}
          change={(skipping) => put({ skipping })}
          options={(["freely", "watched", "not_at_all"] as const).map((value) => ({
            value,
            label: t(`share.skipping.${value}`),
          }))}
        />
      )}
      <OneOf
        label={t("share.script")}
        value={policy.script ?? "all"}
        change={(script) => put({ script })}
        options={(["all", "played", "none"] as const).map((value) => ({ value, label: t(`share.script.${value}`) }))}
      />
      <Retakes policy={policy} put={put} />
      <Field label={t("share.grace")} help={t("share.graceHelp")}>
        <select
          className="field !w-auto"
          value={policy.grace_min ?? 60}
          onChange={(e) => put({ grace_min: Number(e.target.value) })}
        >
          {GRACES_MIN.map((minutes) => (
            <option key={minutes} value={minutes}>
              {minutes ? t("share.graceHours", { count: minutes / 60 }) : t("share.graceNone")}
            </option>
          ))}
        </select>
      </Field>
      <Toggle label={t("share.showKey")} on={policy.show_key ?? true} change={(show_key) => put({ show_key })} />
      <Toggle
        label={t("share.offerNotSure")}
        on={policy.offer_not_sure ?? true}
        change={(offer_not_sure) => put({ offer_not_sure })}
      />
      <Toggle label={t("share.shuffle")} on={policy.shuffle ?? false} change={(shuffle) => put({ shuffle })} />
    </>
  );
}

const RETAKES = [0, 1, 2, 9];

/** How often all of it may be done again, and which time counts. */
function Retakes({ policy, put }: Part) {
  const { t } = useTranslation();
  const retakes = policy.retakes ?? 0;
  const choices = RETAKES.includes(retakes) ? RETAKES : [...RETAKES, retakes];
  return (
    <div className="flex flex-wrap gap-x-4">
      <Field label={t("share.retakes")}>
        <select className="field !w-auto" value={retakes} onChange={(e) => put({ retakes: Number(e.target.value) })}>
          {choices.map((count) => (
            <option key={count} value={count}>
              {count ? t("share.retakesTimes", { count }) : t("share.retakesNone")}
            </option>
          ))}
        </select>
      </Field>
      {retakes > 0 && (
        <OneOf
          label={t("share.counting")}
          value={policy.counting ?? "last"}
          change={(counting) => put({ counting })}
          options={(["last", "best", "first"] as const).map((value) => ({
            value,
            label: t(`share.counting.${value}`),
          }))}
        />
      )}
    </div>
  );
}

/** A share of the marks, one of a few. */
function Share(props: {
  label: string;
  value: number;
  choices: number[];
  name: (share: number) => string;
  put: (share: number) => void;
}) {
  const choices = props.choices.includes(props.value) ? props.choices : [...props.choices, props.value];
  return (
    <Field label={props.label}>
      <select className="field !w-auto" value={props.value} onChange={(e) => props.put(Number(e.target.value))}>
        {choices.map((share) => (
          <option key={share} value={share}>
            {props.name(share)}
          </option>
        ))}
      </select>
    </Field>
  );
}
