import { useTranslation } from "react-i18next";
import { useClasses } from "../classes/queries";
import { Button } from "../ui/Button";
import { AnyOf } from "../ui/Field";
import { type Policy, useLastRules } from "./queries";

/** Whom the lesson is given to: some classes, or anyone with the link. Nothing where there is no class. */
export function ToClasses(props: {
  chosen: string[];
  choose: (classes: string[]) => void;
  put: (rules: Partial<Policy>) => void;
}) {
  const { chosen, choose } = props;
  const { t } = useTranslation();
  const last = useLastRules(chosen[0]).data?.rules;
  const classes = useClasses().data?.filter((c) => !c.archived) ?? [];
  if (classes.length === 0) return null;
  const names = classes.filter((c) => chosen.includes(c.id)).map((c) => c.name);
  return (
    <>
      <AnyOf
        label={t("share.to")}
        chosen={chosen}
        options={classes.map((c) => ({ value: c.id, label: c.name }))}
        change={choose}
      />
      <p className="mb-3 text-[14px] text-quiet" dir="auto">
        {names.length ? t("share.toClasses", { names: names.join(", ") }) : t("share.toAnyone")}
      </p>
      {last && (
        <Button small className="mb-3" onClick={() => props.put(last)}>
          {t("share.asLastTime", { name: names[0] })}
        </Button>
      )}
    </>
  );
}
