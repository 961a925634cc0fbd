import type { ReactNode } from "react";

const CHIP =
  "relative cursor-pointer rounded border border-rule px-2.5 py-1 text-[14px] has-checked:border-teal has-checked:font-semibold has-checked:text-teal has-focus-visible:outline-2 has-focus-visible:outline-teal";

/** A label above its control, with a line of help under it. */
export function Field({ label, help, children }: { label: string; help?: string | undefined; children: ReactNode }) {
  return (
    <div className="mb-3">
      {/* biome-ignore lint/a11y/noLabelWithoutControl: the control is what stands inside */}
      <label className="block">
        <span className="mb-1 block text-[13.5px] text-quiet">{label}</span>
        {children}
      </label>
      {help && <p className="mt-1 text-[13px] text-quiet">{help}</p>}
    </div>
  );
}

type Chip<T> = { value: T; label: string };

/** One of a few, as buttons side by side that the arrow keys walk through. */
export function OneOf<T extends string>(props: {
  label: string;
  value: T;
  options: Chip<T>[];
  change: (value: T) => void;
}) {
  return <Chips {...props} type="radio" isOn={(value) => value === props.value} press={props.change} />;
}

/** Any of a few, each on or off, shown like ``OneOf``. */
export function AnyOf<T extends string>(props: {
  label: string;
  chosen: readonly T[];
  options: Chip<T>[];
  change: (chosen: T[]) => void;
}) {
  const { chosen, change } = props;
  const isOn = (value: T) => chosen.includes(value);
  const press = (value: T) => change(isOn(value) ? chosen.filter((x) => x !== value) : [...chosen, value]);
  return <Chips {...props} type="checkbox" isOn={isOn} press={press} />;
}

function Chips<T extends string>(props: {
  label: string;
  type: "radio" | "checkbox";
  options: Chip<T>[];
  isOn: (value: T) => boolean;
  press: (value: T) => void;
}) {
  return (
    <fieldset className="mb-3">
      <legend className="mb-1 text-[13.5px] text-quiet">{props.label}</legend>
      <div className="flex flex-wrap gap-1.5">
        {props.options.map((o) => (
          <label key={o.value} className={CHIP}>
            <input
              type={props.type}
              className="absolute inset-0 size-full cursor-pointer opacity-0"
              name={props.label}
              checked={props.isOn(o.value)}
              onChange={() => props.press(o.value)}
            />
            {o.label}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
