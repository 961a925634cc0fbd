import { useTranslation } from "react-i18next";
import { Button } from "../../ui/Button";
import type { Content } from "../queries";
import { inWords } from "./merge";

type Field = keyof Content;
type Props = {
  mine: Content;
  theirs: Content;
  fields: Field[];
  choose: (field: Field, whose: "mine" | "theirs") => void;
};

/** What two people changed in one item at the same time, side by side, field by field. */
export function Conflict({ mine, theirs, fields, choose }: Props) {
  const { t } = useTranslation();
  const side = (field: Field, whose: "mine" | "theirs") => (
    <td className="w-[40%] py-1.5 pr-2 align-top">
      <p dir="auto" className="mb-1 whitespace-pre-wrap">
        {inWords((whose === "mine" ? mine : theirs)[field])}
      </p>
      <Button small onClick={() => choose(field, whose)}>
        {t(whose === "mine" ? "item.keepMine" : "item.takeTheirs")}
      </Button>
    </td>
  );
  return (
    <div role="alert" className="mb-2 border-l-4 border-brick bg-blush px-2 py-1.5 text-[13.5px]">
      <p>{t("item.elsewhere")}</p>
      <table className="w-full">
        <thead>
          <tr className="text-left text-quiet">
            <th className="font-normal">{t("item.field")}</th>
            <th className="font-normal">{t("item.mine")}</th>
            <th className="font-normal">{t("item.theirs")}</th>
          </tr>
        </thead>
        <tbody>
          {fields.map((field) => (
            <tr key={field} className="border-t border-rule">
              <th className="py-1.5 pr-2 text-left align-top font-normal">{t(`field.${field}`, t("field.other"))}</th>
              {side(field, "mine")}
              {side(field, "theirs")}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
