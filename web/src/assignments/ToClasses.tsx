import { useTranslation } from "react-i18next";
import { useClasses } from "../classes/queries";
import { AnyOf } from "../ui/Field";

/** Whom the lesson is given to: some classes, or anyone with the link. Nothing where there is no class. */
export function ToClasses({ chosen, choose }: { chosen: string[]; choose: (classes: string[]) => void }) {
  const { t } = useTranslation();
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
    </>
  );
}
