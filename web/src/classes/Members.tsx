import { useState } from "react";
import { useTranslation } from "react-i18next";
import { Button } from "../ui/Button";
import { ErrorNotice } from "../ui/Notice";
import { useUndo } from "../ui/Undo";
import { MemberDialog } from "./MemberDialog";
import { acts, type Member, type SchoolClass, useTakeClass } from "./queries";

const FACTORS = [1, 1.25, 1.5, 2];
const MOST_TRIES = 3;

/** Who is in the class; each line is changed where it stands. */
export function Members({ known }: { known: SchoolClass }) {
  const { t } = useTranslation();
  if (known.members.length === 0) return <p className="text-quiet">{t("classes.empty")}</p>;
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-left">
        <thead className="text-[13.5px] text-quiet">
          <tr>
            <th className="py-1 font-normal">{t("classes.student")}</th>
            <th className="px-2 font-normal" title={t("classes.numberHelp")}>
              {t("classes.number")}
            </th>
            <th className="px-2 font-normal">{t("classes.tries")}</th>
            <th className="px-2 font-normal">{t("classes.time")}</th>
            <th>
              <span className="sr-only">{t("classes.acts")}</span>
            </th>
          </tr>
        </thead>
        <tbody className="divide-y divide-rule border-y border-rule">
          {known.members.map((m) => (
            <Row key={m.id} member={m} known={known} />
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Row({ member, known }: { member: Member; known: SchoolClass }) {
  const { t, i18n } = useTranslation();
  const take = useTakeClass();
  const undo = useUndo();
  const [name, setName] = useState(member.name);
  const [error, setError] = useState<unknown>(null);
  const [more, setMore] = useState(false);
  const change = (part: Parameters<typeof acts.changeMember>[1]) => {
    setError(null);
    acts.changeMember(member.id, part).then(take, setError);
  };
  const save = () => name.trim() && name !== member.name && change({ name });
  const takeOut = () =>
    acts.takeOut(member.id).then((fresh) => {
      take(fresh);
      undo.offer(t("classes.gone", { name: member.name }), () => acts.bringBack(member.id).then(take));
    }, setError);
  const times = FACTORS.includes(member.time_factor) ? FACTORS : [...FACTORS, member.time_factor];
  return (
    <tr>
      <td className="py-1">
        <input
          dir="auto"
          aria-label={t("classes.nameOf", { name: member.name })}
          className="w-full min-w-36 rounded border border-transparent bg-transparent px-1.5 py-1 hover:border-rule focus:border-line"
          maxLength={40}
          value={name}
          onChange={(e) => setName(e.target.value)}
          onBlur={save}
          onKeyDown={(e) => e.key === "Enter" && save()}
        />
        <ErrorNotice error={error} />
      </td>
      <td className="whitespace-nowrap px-2 text-[14px]">
        {member.held ? (
          <>
            <span className="tracking-wider">{member.pin}</span>{" "}
            <Button
              look="quiet"
              small
              aria-label={t("classes.letGoOf", { name: member.name })}
              onClick={() => acts.letGo(member.id).then(take, setError)}
            >
              {t("classes.letGo")}
            </Button>
          </>
        ) : (
          <span className="text-quiet">{t("classes.notHeld")}</span>
        )}
      </td>
      <td className="px-2">
        <select
          className="field !w-auto !py-1"
          aria-label={t("classes.triesOf", { name: member.name })}
          value={member.extra_tries}
          onChange={(e) => change({ extra_tries: Number(e.target.value) })}
        >
          {Array.from({ length: Math.max(MOST_TRIES, member.extra_tries) + 1 }, (_, n) => n).map((n) => (
            <option key={n} value={n}>
              {n === 0 ? "–" : `+${n}`}
            </option>
          ))}
        </select>
      </td>
      <td className="px-2">
        <select
          className="field !w-auto !py-1"
          aria-label={t("classes.timeOf", { name: member.name })}
          value={member.time_factor}
          onChange={(e) => change({ time_factor: Number(e.target.value) })}
        >
          {times.map((f) => (
            <option key={f} value={f}>
              {f === 1 ? "–" : `× ${f.toLocaleString(i18n.language)}`}
            </option>
          ))}
        </select>
      </td>
      <td className="whitespace-nowrap text-right">
        <Button
          look="quiet"
          small
          aria-label={t("classes.moreOf", { name: member.name })}
          title={t("classes.more")}
          onClick={() => setMore(true)}
        >
          …
        </Button>
        {more && <MemberDialog member={member} known={known} close={() => setMore(false)} />}
        <Button look="quiet" small aria-label={t("classes.removeOf", { name: member.name })} onClick={takeOut}>
          {t("classes.remove")}
        </Button>
      </td>
    </tr>
  );
}
