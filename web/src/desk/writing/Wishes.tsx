import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body } from "../../api/client";
import { Button } from "../../ui/Button";
import { AnyOf, Field } from "../../ui/Field";
import { ErrorNotice } from "../../ui/Notice";
import { Toggle } from "../../ui/Toggle";
import { DEPTHS, type Kept, LEVELS, NO_WISHES, type Wishes } from "./wishes";

type Put = (changed: Partial<Wishes>) => void;

/** Level, depth, goals and remarks; and wishes kept under a name. */
export function MoreWishes({ wishes, put, kept }: { wishes: Wishes; put: Put; kept: Kept[] }) {
  const { t } = useTranslation();
  return (
    <>
      {kept.length > 0 && (
        <Field label={t("items.kept")}>
          <select
            className="field"
            value=""
            onChange={(e) => put({ ...NO_WISHES, ...kept.find((k) => k.id === e.target.value)?.wishes })}
          >
            <option value="">…</option>
            {kept.map((k) => (
              <option key={k.id} value={k.id}>
                {k.name}
              </option>
            ))}
          </select>
        </Field>
      )}
      <Field label={t("items.level")}>
        <select
          className="field"
          value={wishes.level}
          onChange={(e) => put({ level: e.target.value as Wishes["level"] })}
        >
          <option value="">{t("items.anyLevel")}</option>
          {LEVELS.map((l) => (
            <option key={l.level} value={l.level}>
              {t("items.levelOf", l)}
            </option>
          ))}
        </select>
      </Field>
      <AnyOf
        label={t("items.depths")}
        chosen={wishes.depths}
        options={DEPTHS.map((d) => ({ value: d, label: t(`depth.${d}`) }))}
        change={(depths) => put({ depths })}
      />
      <Lines label={t("items.goals")} lines={wishes.goals} longest={400} change={(goals) => put({ goals })} />
      <Lines
        label={t("items.mistakes")}
        help={t("items.mistakesHelp")}
        lines={wishes.mistakes}
        longest={300}
        change={(mistakes) => put({ mistakes })}
      />
      <Field label={t("items.remarks")} help={t("items.remarksHelp")}>
        <textarea
          className="field"
          rows={2}
          maxLength={2000}
          value={wishes.remarks}
          onChange={(e) => put({ remarks: e.target.value })}
        />
      </Field>
      <KeepWishes wishes={wishes} kept={kept} />
    </>
  );
}

type LinesProps = {
  label: string;
  help?: string;
  lines: string[];
  longest: number;
  change: (lines: string[]) => void;
};

function Lines(props: LinesProps) {
  // What is typed stays as typed; only what a line holds counts.
  const [text, setText] = useState(props.lines.join("\n"));
  return (
    <Field label={props.label} help={props.help}>
      <textarea
        className="field"
        rows={3}
        value={text}
        onChange={(e) => {
          setText(e.target.value);
          const lines = e.target.value.split("\n").map((line) => line.trim().slice(0, props.longest));
          props.change(lines.filter(Boolean).slice(0, 30));
        }}
      />
    </Field>
  );
}

function KeepWishes({ wishes, kept }: { wishes: Wishes; kept: Kept[] }) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const [name, setName] = useState("");
  const [isDefault, setDefault] = useState(false);
  const [error, setError] = useState<unknown>(null);
  const again = () => queries.invalidateQueries({ queryKey: ["writers"] });
  const keep = async () => {
    setError(null);
    try {
      body(await api.POST("/api/writers/", { body: { name, wishes, is_default: isDefault } }));
      setName("");
      again();
    } catch (refused) {
      setError(refused);
    }
  };
  const forget = async (id: string) => {
    await api.DELETE("/api/writers/wishes/{wishes_id}/", { params: { path: { wishes_id: id } } });
    again();
  };
  return (
    <div className="border-t border-rule pt-2">
      <Field label={t("items.keepAs")}>
        <input className="field" maxLength={80} value={name} onChange={(e) => setName(e.target.value)} />
      </Field>
      <Toggle label={t("items.keptDefault")} on={isDefault} change={setDefault} />
      <Button small className="mt-1" disabled={!name.trim()} onClick={keep}>
        {t("items.keep")}
      </Button>
      <ErrorNotice error={error} />
      <ul className="mt-2 flex flex-wrap gap-1.5">
        {kept.map((k) => (
          <li key={k.id} className="flex flex-wrap gap-1.5">
            <Button small look="quiet" onClick={() => forget(k.id)}>
              {t("items.forget", { name: k.name })}
            </Button>
            <Give kept={k} />
          </li>
        ))}
      </ul>
    </div>
  );
}

/** A copy of kept wishes for a colleague, by their mail address. */
function Give({ kept }: { kept: Kept }) {
  const { t } = useTranslation();
  const [email, setEmail] = useState<string | null>(null);
  const [given, setGiven] = useState("");
  const [error, setError] = useState<unknown>(null);
  const give = async () => {
    setError(null);
    try {
      const path = { wishes_id: kept.id };
      await api.POST("/api/writers/wishes/{wishes_id}/", { params: { path }, body: { email: email ?? "" } });
      setGiven(email ?? "");
      setEmail(null);
    } catch (refused) {
      setError(refused);
    }
  };
  return (
    <>
      <Button small look="quiet" onClick={() => setEmail(email === null ? "" : null)}>
        {t("items.give", { name: kept.name })}
      </Button>
      {email !== null && (
        <Field label={t("items.giveTo")}>
          <input className="field" type="email" value={email} onChange={(e) => setEmail(e.target.value)} />
          <Button small className="mt-1" disabled={!email.includes("@")} onClick={give}>
            {t("items.giveDo")}
          </Button>
        </Field>
      )}
      {given && <p role="status">{t("items.given", { email: given })}</p>}
      <ErrorNotice error={error} />
    </>
  );
}
