import { useTranslation } from "react-i18next";
import { useClasses } from "../classes/queries";
import { Button } from "../ui/Button";
import { AnyOf } from "../ui/Field";
import { ForWhom, useNames } from "./ForWhom";
import { type Policy, useLastRules, useWanted } from "./queries";

type Props = {
  lesson: string;
  classes: string[];
  /** Gives it to other classes, or to some students of one class. */
  choose: (classes: string[], some?: string[] | null) => void;
  some: string[] | null;
  put: (rules: Partial<Policy>) => void;
};

/** Whom the lesson is given to: some classes, some of one class, or anyone with the link. Nothing where there is no class. */
export function ToClasses({ lesson, classes, choose, some, put }: Props) {
  const { t } = useTranslation();
  const [first] = classes;
  const last = useLastRules(first).data?.rules;
  const there = useClasses().data?.filter((c) => !c.archived) ?? [];
  if (there.length === 0) return null;
  const names = there.filter((c) => classes.includes(c.id)).map((c) => c.name);
  return (
    <>
      <Needed lesson={lesson} there={there.map((c) => c.id)} choose={choose} />
      <AnyOf
        label={t("share.to")}
        chosen={classes}
        options={there.map((c) => ({ value: c.id, label: c.name }))}
        change={(wanted) => choose(wanted)}
      />
      {first !== undefined && classes.length === 1 && (
        <ForWhom schoolClass={first} chosen={some} choose={(chosen) => choose(classes, chosen)} />
      )}
      <p className="mb-3 text-[14px] text-quiet" dir="auto">
        {names.length ? t("share.toClasses", { names: names.join(", ") }) : t("share.toAnyone")}
      </p>
      {last && (
        <Button small className="mb-3" onClick={() => put(last)}>
          {t("share.asLastTime", { name: names[0] })}
        </Button>
      )}
    </>
  );
}

/** One press for those whom a revision lesson was made for. */
function Needed({ lesson, there, choose }: { lesson: string; there: string[]; choose: Props["choose"] }) {
  const { t } = useTranslation();
  const wanted = useWanted(lesson).data?.wanted_by;
  const names = useNames(wanted?.class_id ?? null, wanted?.members ?? []);
  if (!wanted || !names || !there.includes(wanted.class_id)) return null;
  return (
    <Button small className="mb-3" onClick={() => choose([wanted.class_id], wanted.members)}>
      {t("share.asNeeded", { names })}
    </Button>
  );
}
