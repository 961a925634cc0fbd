import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import { useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body, type Schemas } from "../../api/client";
import { acts, type Item, useDeskJob } from "../queries";
import type { DeskState } from "../useDeskState";
import { WRITTEN } from "./wishes";

type Wanted = Schemas["VaryInRequest"];

/** One item again: another version, easier, harder, other wrong options, another kind. */
export function VaryMenu({ item, state }: { item: Item; state: DeskState }) {
  const { t } = useTranslation();
  const { vary, running, nothing } = useVarying(item, state);
  const { kind } = item.content;
  const wants = ["another", "easier", "harder", ...(kind === "choice" ? ["distractors" as const] : [])] as const;
  const entries = [
    ...wants.map((want) => ({ label: t(`vary.${want}`), run: () => vary({ want, kind: "" }) })),
    ...WRITTEN.filter((k) => k !== kind).map((other) => ({
      label: t("vary.as", { kind: t(`kind.${other}`) }),
      run: () => vary({ want: "another", kind: other }),
    })),
    ...(item.comes_apart ? [{ label: t("vary.split"), run: () => state.run(() => acts.splitItem(item.id)) }] : []),
  ];
  return (
    <Menu as="div" className="relative">
      <MenuButton
        data-vary
        disabled={running}
        aria-keyshortcuts="Y"
        className="inline-flex items-center gap-1.5 whitespace-nowrap rounded border border-teal bg-sheet px-2 py-0.5 text-[13.5px] text-teal hover:bg-here disabled:opacity-50"
      >
        {running ? t("vary.working") : t("vary.open")} <kbd>Y</kbd>
      </MenuButton>
      <MenuItems
        modal={false}
        className="absolute left-0 top-full z-30 mt-1 whitespace-nowrap rounded-md border border-rule bg-sheet py-1 text-[14px] shadow-md focus:outline-none"
      >
        {entries.map((entry) => (
          <MenuItem key={entry.label}>
            <button
              type="button"
              onClick={entry.run}
              className="block w-full px-3 py-1 text-left data-focus:bg-here data-focus:text-teal"
            >
              {entry.label}
            </button>
          </MenuItem>
        ))}
      </MenuItems>
      {nothing && (
        <p role="status" className="mt-1 w-full text-[13.5px] text-amberink">
          {t("vary.nothing")}
        </p>
      )}
    </Menu>
  );
}

function useVarying(item: Item, state: DeskState) {
  const [id, setId] = useState<string | null>(null);
  const { job, ended, running } = useDeskJob(state.desk.id, id);
  const vary = async (given: Wanted) => {
    const path = { item_id: item.id };
    setId(body(await api.POST("/api/items/{item_id}/vary/", { params: { path }, body: given })).id);
  };
  const changed = (job?.result as { changed?: boolean } | undefined)?.changed;
  return { vary, running, nothing: ended && !changed };
}
