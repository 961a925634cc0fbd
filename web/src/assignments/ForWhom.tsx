import { useTranslation } from "react-i18next";
import { useClass } from "../classes/queries";
import { AnyOf, OneOf } from "../ui/Field";

type Props = { schoolClass: string; chosen: string[] | null; choose: (chosen: string[] | null) => void };

/** Whom of a class the lesson is for: everybody, or those who are chosen by name. */
export function ForWhom({ schoolClass, chosen, choose }: Props) {
  const { t } = useTranslation();
  const members = useClass(schoolClass).data?.members ?? [];
  if (members.length === 0) return null;
  return (
    <>
      <OneOf
        label={t("share.forWhom")}
        value={chosen ? "some" : "all"}
        options={[
          { value: "all", label: t("share.forAll") },
          { value: "some", label: t("share.forSome") },
        ]}
        change={(who) => choose(who === "all" ? null : [])}
      />
      {chosen && (
        <div className="max-h-56 overflow-y-auto" dir="auto">
          <AnyOf
            label={t("share.which")}
            chosen={chosen}
            options={members.map((m) => ({ value: m.id, label: m.name }))}
            change={choose}
          />
        </div>
      )}
    </>
  );
}

/** The names of those of a class whom a lesson is for, where it is not for all of them. */
export function OnlyFor({ schoolClass, chosen }: { schoolClass: string; chosen: string[] }) {
  const { t } = useTranslation();
  const names = useNames(schoolClass, chosen);
  if (!names) return null;
  return (
    <p className="text-[14px]" dir="auto">
      {t("share.onlyFor", { names })}
    </p>
  );
}

/** Names of some members of a class in one line; nothing as long as they are not known. */
export function useNames(schoolClass: string | null, chosen: string[]): string {
  const members = useClass(schoolClass).data?.members ?? [];
  return members
    .filter((m) => chosen.includes(m.id))
    .map((m) => m.name)
    .join(", ");
}
