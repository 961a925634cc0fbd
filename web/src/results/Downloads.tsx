import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import { useTranslation } from "react-i18next";

const FILES = {
  sheet: "sheet.csv",
  answers: "answers.csv",
  workbook: "sheet.xlsx",
  statements: "statements.jsonl",
  named: "statements.jsonl?names=true",
};

/** The results as files. */
export function Downloads({ assignment }: { assignment: string }) {
  const { t } = useTranslation();
  return (
    <Menu as="div" className="relative">
      <MenuButton className="rounded border border-teal bg-sheet px-2 py-0.5 text-[13.5px] text-teal hover:bg-here">
        {t("results.download")}
      </MenuButton>
      <MenuItems
        modal={false}
        className="absolute top-full right-0 z-30 mt-1 rounded-md border border-rule bg-sheet py-1 text-[14px] shadow-md focus:outline-none"
      >
        {Object.entries(FILES).map(([name, file]) => (
          <MenuItem key={name}>
            <a
              href={`/api/assignments/${assignment}/${file}`}
              download
              className="block whitespace-nowrap px-3 py-1 data-focus:bg-here data-focus:text-teal"
            >
              {t(`results.file.${name}`)}
            </a>
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  );
}
