import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import { MoreHorizontal } from "lucide-react";
import { useState } from "react";
import { useTranslation } from "react-i18next";
import { Link } from "react-router";
import { clock, moment } from "../app/times";
import { Button } from "../ui/Button";
import { ErrorNotice } from "../ui/Notice";
import { EditDialog } from "./EditDialog";
import { LeaveDialog } from "./LeaveDialog";
import { OfferDialog } from "./OfferDialog";
import { Poster } from "./Poster";
import { type Given, type LessonRow, useLessonActs, useOverview } from "./queries";

/** The lessons there are; ``folders`` are those a lesson can be moved to. */
export function Rows({ rows, folders, searching }: { rows: LessonRow[]; folders: string[]; searching: boolean }) {
  const { t } = useTranslation();
  const overview = useOverview();
  const acts = useLessonActs();
  const [editing, setEditing] = useState<LessonRow | null>(null);
  const [offering, setOffering] = useState<LessonRow | null>(null);
  const [leaving, setLeaving] = useState<LessonRow | null>(null);
  // The newest assignment of a lesson comes first, and stands.
  const given = new Map([...(overview.data ?? [])].reverse().map((g) => [g.lesson_id ?? "", g] as const));
  if (rows.length === 0) {
    return <p className="py-10 text-center text-quiet">{t(searching ? "lessons.noneFound" : "lessons.none")}</p>;
  }
  return (
    <>
      <ErrorNotice error={acts.error} />
      <ul>
        {rows.map((l) => (
          <li
            key={l.id}
            className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule py-4 sm:flex-nowrap"
          >
            <Poster url={l.poster_url} />
            <div className="min-w-0 flex-1 basis-40">
              <Link
                to={`/lessons/${l.id}`}
                dir="auto"
                className="font-script text-[18px] font-semibold hover:underline"
              >
                {l.title}
              </Link>
              <p className="text-[14px] text-quiet">
                {[
                  l.folder,
                  clock(l.duration_ms),
                  t("lessons.items", { count: l.item_count }),
                  l.origin && t("offer.from", { author: l.origin.author }),
                  l.origin?.licence,
                ]
                  .filter(Boolean)
                  .join(" · ")}
              </p>
              <Pauses lesson={l} />
            </div>
            <p className="ml-auto text-right text-[14px]">
              {l.to_decide > 0 && <b className="block">{t("lessons.toDecide", { count: l.to_decide })}</b>}
              {given.has(l.id) ? (
                <Standing given={given.get(l.id)} />
              ) : (
                <span className="text-quiet">{t(l.item_count > 0 ? "lessons.notShared" : "lessons.noItems")}</span>
              )}
            </p>
            <More
              lesson={l}
              edit={() => setEditing(l)}
              offer={() => setOffering(l)}
              leave={() => setLeaving(l)}
              acts={acts}
            />
          </li>
        ))}
      </ul>
      {offering && (
        <OfferDialog
          lesson={offering}
          beside={rows.filter((l) => offering.folder !== "" && l.folder === offering.folder)}
          close={() => setOffering(null)}
        />
      )}
      {leaving && <LeaveDialog lesson={leaving} close={() => setLeaving(null)} />}
      {editing && <EditDialog lesson={editing} folders={folders} close={() => setEditing(null)} />}
    </>
  );
}

type MoreProps = {
  lesson: LessonRow;
  edit: () => void;
  offer: () => void;
  leave: () => void;
  acts: ReturnType<typeof useLessonActs>;
};

function More(props: MoreProps) {
  const { lesson, acts } = props;
  const { t } = useTranslation();
  const rows: [string, () => void][] = [
    ["lessons.edit", props.edit],
    ["lessons.duplicate", () => acts.duplicate(lesson)],
    ["lessons.offer", props.offer],
    ["lessons.leave", props.leave],
    ["lessons.remove", () => acts.remove(lesson)],
  ];
  return (
    <Menu>
      <MenuButton
        aria-label={t("lessons.more", { title: lesson.title })}
        className="flex size-9 items-center justify-center rounded border border-transparent text-teal hover:border-rule"
      >
        <MoreHorizontal size={18} aria-hidden="true" />
      </MenuButton>
      <MenuItems anchor="bottom end" className="z-10 min-w-48 rounded border border-rule bg-sheet py-1 shadow-sm">
        {rows.map(([label, run]) => (
          <MenuItem key={label}>
            <button type="button" onClick={run} className="block w-full px-3 py-1.5 text-left data-focus:bg-here">
              {t(label)}
            </button>
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  );
}

/** What was deleted, to be restored or to go for good. */
export function DeletedRows({ rows }: { rows: LessonRow[] }) {
  const { t } = useTranslation();
  const acts = useLessonActs();
  return (
    <>
      <p className="my-3 text-quiet">{t("lessons.deletedHelp")}</p>
      <ErrorNotice error={acts.error} />
      <ul>
        {rows.map((l) => (
          <li key={l.id} className="flex flex-wrap items-center gap-4 border-b border-rule py-3">
            <Poster url={l.poster_url} />
            <b dir="auto" className="min-w-0 flex-1 font-script text-[17px]">
              {l.title}
            </b>
            <Button small onClick={() => acts.bringBack(l)}>
              {t("lessons.bringBack")}
            </Button>
            <Button small look="danger" onClick={() => acts.forGood(l)}>
              {t("lessons.forGood")}
            </Button>
          </li>
        ))}
      </ul>
    </>
  );
}

/** How far the class is that has the lesson. */
function Standing({ given }: { given: Given | undefined }) {
  const { t, i18n } = useTranslation();
  if (!given) return null;
  return (
    <>
      <b className="block">{t("lessons.finished", { finished: given.finished, count: given.joined })}</b>
      {given.due_at && (
        <span className="block text-quiet">{t("study.due", { at: moment(given.due_at, i18n.language) })}</span>
      )}
    </>
  );
}

function Pauses({ lesson }: { lesson: LessonRow }) {
  return (
    <div className="relative mt-2 h-3 max-w-md" aria-hidden="true">
      <div className="absolute top-1/2 h-0.5 w-full bg-rule" />
      {lesson.pauses.map((p) => (
        <span
          key={p}
          style={{ left: `${(p / Math.max(1, lesson.duration_ms)) * 100}%` }}
          className="absolute h-3 w-1.5 border-x-2 border-amber bg-sheet"
        />
      ))}
    </div>
  );
}
