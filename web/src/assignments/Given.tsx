import { useState } from "react";
import { useTranslation } from "react-i18next";
import { Link } from "react-router";
import { api } from "../api/client";
import { moment } from "../app/times";
import { Button } from "../ui/Button";
import { ErrorNotice } from "../ui/Notice";
import { ChangeDialog } from "./ChangeDialog";
import { ExtendDialog } from "./ExtendDialog";
import { OnlyFor } from "./ForWhom";
import { type Assignment, useForgetAssignments } from "./queries";
import { Said } from "./Said";

type Props = { assignment: Assignment; lesson: string; removed: (assignment: Assignment) => void };

/** One assignment: link, code, QR, and its times. */
export function Given({ assignment, lesson, removed }: Props) {
  const { t, i18n } = useTranslation();
  const [error, setError] = useState<unknown>(null);
  const [copied, setCopied] = useState<"link" | "frame" | null>(null);
  const [dialog, setDialog] = useState<"change" | "extend" | null>(null);
  const forget = useForgetAssignments(lesson);
  const a = assignment;
  const path = { params: { path: { assignment_id: a.id } } };
  const shut = a.state === "closed";
  const turn = () =>
    (shut
      ? api.DELETE("/api/assignments/{assignment_id}/closed/", path)
      : api.POST("/api/assignments/{assignment_id}/closed/", path)
    )
      .then(forget)
      .catch(setError);
  const remove = () => api.POST("/api/assignments/{assignment_id}/removed/", path).then(() => removed(a), setError);
  const copy = async (what: "link" | "frame") => {
    await navigator.clipboard?.writeText(a[what]).catch(() => undefined);
    setCopied(what);
  };
  const times = [
    t(`share.state.${a.state}`),
    a.opens_at && a.state === "not_yet" ? t("share.opensAt", { at: moment(a.opens_at, i18n.language) }) : "",
    a.student_count > 0 ? t("share.students", { count: a.student_count }) : "",
    a.due_at ? t("study.due", { at: moment(a.due_at, i18n.language) }) : "",
  ];
  return (
    <article className="mb-4 flex flex-wrap gap-5 rounded border border-rule p-4">
      <Link to={`/assignments/${a.id}/projector`} title={t("share.projector")}>
        <img src={a.qr} alt={t("share.qr", { code: a.code })} className="size-28" />
      </Link>
      <div className="min-w-60 flex-1">
        <h3 dir="auto" className="font-semibold">
          {a.name}
          {a.class_name && a.class_name !== a.name && <span className="font-normal text-quiet"> · {a.class_name}</span>}
        </h3>
        <p className="text-quiet">{times.filter(Boolean).join(" · ")}</p>
        <p className="my-2">
          <a className="break-all text-teal underline" href={a.link}>
            {a.link}
          </a>
          <br />
          {t("share.code")} <b className="text-lg tracking-wider">{a.code}</b>
        </p>
        <div className="flex flex-wrap gap-1.5">
          {(["link", "frame"] as const).map((what) => (
            <Button key={what} small onClick={() => copy(what)} title={t(`share.copy.${what}Help`)}>
              {t(copied === what ? "share.copied" : `share.copy.${what}`)}
            </Button>
          ))}
          <Link
            className="rounded border border-teal px-2 py-0.5 text-[13.5px] text-teal"
            to={`/assignments/${a.id}/projector`}
          >
            {t("share.projector")}
          </Link>
          <Link
            className="rounded border border-teal px-2 py-0.5 text-[13.5px] text-teal"
            to={`/lessons/${lesson}/results?assignment=${a.id}`}
          >
            {t("share.results")}
          </Link>
          {!shut && a.state !== "not_yet" && (
            <Link
              className="rounded border border-teal px-2 py-0.5 text-[13.5px] text-teal"
              to={`/assignments/${a.id}/room`}
            >
              {t("share.inRoom")}
            </Link>
          )}
          <Button small onClick={turn}>
            {t(shut ? "share.openAgain" : "share.close")}
          </Button>
          <Button small onClick={() => setDialog("change")}>
            {t("share.change")}
          </Button>
          {a.class_id && !shut && (
            <Button small onClick={() => setDialog("extend")}>
              {t("share.extend")}
            </Button>
          )}
          {a.student_count === 0 && (
            <Button small onClick={remove}>
              {t("share.remove")}
            </Button>
          )}
        </div>
        <ErrorNotice error={error} />
        {a.class_id && a.chosen && <OnlyFor schoolClass={a.class_id} chosen={a.chosen} />}
        <Said policy={a} />
        {a.extensions.map((e) => (
          <Extended key={e.member} own={e} />
        ))}
        {a.changes.length > 0 && (
          <details className="mt-1 text-[14px] text-quiet">
            <summary className="cursor-pointer">{t("changed.title", { count: a.changes.length })}</summary>
            <ul dir="auto" className="pl-4">
              {[...a.changes].reverse().map((c) => (
                <li key={c.at + c.what}>
                  {moment(c.at, i18n.language)}:{" "}
                  {t(`changed.${c.what}`, {
                    whom: c.whom,
                    fields: c.fields_changed.map((f) => t(`changed.field.${f}`)).join(", "),
                  })}
                </li>
              ))}
            </ul>
          </details>
        )}
        {dialog === "change" && <ChangeDialog assignment={a} close={() => setDialog(null)} changed={forget} />}
        {dialog === "extend" && <ExtendDialog assignment={a} close={() => setDialog(null)} changed={forget} />}
      </div>
    </article>
  );
}

/** What one student has beyond the others. */
function Extended({ own }: { own: Assignment["extensions"][number] }) {
  const { t, i18n } = useTranslation();
  const { name } = own;
  const end = own.due_at ?? own.closes_at;
  const parts = [
    end && t("share.extended", { name, at: moment(end, i18n.language) }),
    own.extra_tries > 0 && t("share.moreTries", { name, count: own.extra_tries }),
    own.extra_retakes > 0 && t("share.moreRetakes", { name, count: own.extra_retakes }),
  ];
  return (
    <p dir="auto" className="text-[14px]">
      {parts.filter(Boolean).join(" · ")}
    </p>
  );
}
