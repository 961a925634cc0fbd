import { useEffect, useState } from "react";
import { useTranslation } from "react-i18next";
import { useWords } from "../../ui/words";
import { KeyRows } from "../KeyRows";
import { ASKED, type Content, type EditorProps, type KeyProps, type Written } from "../kinds";
import { RowField } from "../RowField";
import { RowsEditor } from "../RowsEditor";

type Group = NonNullable<Content["groups"]>[number];
const MOST_GROUPS = 4;

function Editor({ content, put }: EditorProps) {
  const { t } = useTranslation();
  return (
    <RowsEditor
      legend={t("item.groups")}
      rows={content.groups ?? []}
      empty={{ name: "", things: [] } as Group}
      isEmpty={(g) => g.name === "" && g.things.length === 0}
      put={(groups) => put({ groups })}
      name={(n) => t("item.group", { number: n + 1 })}
      add={t("item.addGroup")}
      keys={t("item.groupKeys")}
      most={MOST_GROUPS}
      fields={(group, n, change) => (
        <div className="flex-1 space-y-1 border-l-4 border-rule pl-2">
          <RowField
            first
            label={t("item.groupName", { number: n + 1 })}
            value={group.name}
            put={(name) => change({ name })}
          />
          <Things
            label={t("item.groupThings", { number: n + 1 })}
            things={group.things}
            put={(things) => change({ things })}
          />
        </div>
      )}
    />
  );
}

/** What belongs to a group, a line each; empty lines count for nothing. */
function Things(props: { label: string; things: string[]; put: (things: string[]) => void }) {
  const words = useWords();
  const [text, setText] = useState(props.things.join("\n"));
  const kept = props.things.join("\n");
  // An undo, or a colleague's change, shows; a line that was just begun stays.
  useEffect(() => setText((before) => (linesOf(before).join("\n") === kept ? before : kept)), [kept]);
  return (
    <textarea
      {...words}
      rows={Math.max(2, text.split("\n").length)}
      className="field !px-2 !py-1"
      aria-label={props.label}
      placeholder={props.label}
      value={text}
      onKeyDown={(e) => e.key === "Enter" && !e.altKey && e.stopPropagation()}
      onChange={(e) => {
        setText(e.target.value);
        props.put(linesOf(e.target.value));
      }}
    />
  );
}

export function linesOf(text: string): string[] {
  return text.split("\n").filter((line) => line.trim() !== "");
}

function Key({ content }: KeyProps) {
  return <KeyRows rows={(content.groups ?? []).map((g) => `${g.name}: ${g.things.join(", ")}`)} />;
}

export const groups: Written = {
  ...ASKED,
  key: "Shift+C",
  empty: { prompt: "", explanation: "", marks: 1, groups: [0, 1].map(() => ({ name: "", things: [] })) },
  Editor,
  Key,
};
