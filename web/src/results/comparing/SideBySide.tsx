import { useQuery } from "@tanstack/react-query";
import { Fragment } from "react";
import { useTranslation } from "react-i18next";
import { api, body, type Schemas } from "../../api/client";
import { NotYet } from "../../ui/Notice";
import { Rich } from "../../ui/Rich";
import { Share } from "../../ui/Share";
import { percentOf } from "./share";

type Beside = Schemas["SideBySideOut"];
type Tally = Beside["items"][number]["tallies"][number];

/** What several classes made of the same lesson: a column each, segments and items below each other. */
export function SideBySide({ assignment }: { assignment: string }) {
  const { t, i18n } = useTranslation();
  const found = useQuery({
    queryKey: ["beside", assignment],
    queryFn: async () =>
      body(
        await api.GET("/api/assignments/{assignment_id}/beside/", { params: { path: { assignment_id: assignment } } }),
      ),
  });
  if (!found.data) return <NotYet error={found.error} />;
  const { groups, segments, items } = found.data;
  const anyApart = [...segments, ...items].some((row) => row.apart);
  return (
    <main className="min-h-0 flex-1 overflow-auto bg-sheet px-5 py-4">
      {groups.length < 2 && <p className="mb-3">{t("compare.alone")}</p>}
      <p className="mb-3 text-[14px] text-quiet">
        {t("compare.help")} {anyApart ? t("compare.apartHelp") : t("compare.noneApart")}
      </p>
      <table className="border-collapse text-[14px]">
        <caption className="sr-only">{t("results.view.beside")}</caption>
        <thead>
          <tr>
            <th scope="col" className="border-b border-line p-2 text-left">
              {t("compare.item")}
            </th>
            {groups.map((g) => (
              <th
                key={`${g.id} ${g.first_time}`}
                scope="col"
                className="border-b border-line p-2 text-left align-bottom"
              >
                <span dir="auto" className="block">
                  {g.name}
                </span>
                <span className="block font-normal text-quiet">
                  {[
                    g.first_time
                      ? t("compare.firstTime")
                      : new Date(g.given_at).toLocaleDateString(i18n.language, { day: "numeric", month: "short" }),
                    t("share.students", { count: g.students }),
                    g.other_edition ? t("compare.otherEdition") : "",
                  ]
                    .filter(Boolean)
                    .join(" · ")}
                </span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {segments.map((part, n) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: segments have no names of their own
            <Fragment key={n}>
              <Row title={part.title} row={part} groups={groups} heading />
              {items
                .filter((i) => i.segment === n)
                .map((i) => (
                  <Row key={i.item} title={i.prompt} row={i} groups={groups} />
                ))}
            </Fragment>
          ))}
        </tbody>
      </table>
    </main>
  );
}

type RowProps = {
  title: string;
  row: Pick<Beside["items"][number], "tallies" | "apart">;
  groups: Beside["groups"];
  heading?: boolean;
};

function Row({ title, row, groups, heading = false }: RowProps) {
  const { t } = useTranslation();
  return (
    <tr className={heading ? "bg-paper font-semibold" : ""}>
      <th
        scope="row"
        dir="auto"
        className={`max-w-md border-b border-rule p-2 text-left ${heading ? "" : "pl-5 font-normal"}`}
      >
        <Rich text={title} />
        {row.apart && <span className="ml-2 rounded border border-amber px-1.5 text-[13px]">{t("compare.apart")}</span>}
      </th>
      {row.tallies.map((tally, n) => (
        <Cell key={`${groups[n]?.id} ${groups[n]?.first_time}`} tally={tally} />
      ))}
    </tr>
  );
}

function Cell({ tally }: { tally: Tally }) {
  const { t } = useTranslation();
  if (tally === null) return <td className="border-b border-rule p-2 text-quiet">{t("compare.notAsked")}</td>;
  if (tally.answered === 0) return <td className="border-b border-rule p-2" />;
  const percent = percentOf(tally);
  return (
    <td className="border-b border-rule p-2">
      <span className="flex items-center gap-2 whitespace-nowrap">
        <Share of={tally.first} most={tally.answered} />
        {percent === null ? t("compare.of", { first: tally.first, answered: tally.answered }) : `${percent} %`}
      </span>
    </td>
  );
}
