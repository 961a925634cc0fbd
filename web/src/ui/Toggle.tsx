import { Field as Base, Label, Switch } from "@headlessui/react";

/** Something that is on or off, with what it means beside it. */
export function Toggle(props: { label: string; on: boolean; change: (on: boolean) => void }) {
  return (
    <Base className="flex items-center gap-3 py-1">
      <Switch
        checked={props.on}
        onChange={props.change}
        className="h-6 w-11 shrink-0 rounded-full border border-line bg-sand p-0.5 data-checked:bg-teal"
      >
        <span
          className={`block size-4.5 rounded-full border border-line bg-sheet ${props.on ? "translate-x-5" : ""}`}
        />
      </Switch>
      <Label>{props.label}</Label>
    </Base>
  );
}
