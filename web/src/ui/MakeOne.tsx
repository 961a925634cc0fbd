import { type FormEvent, useRef, useState } from "react";
import { useKeys } from "../app/keys";
import { Button } from "./Button";
import { Field } from "./Field";
import { ErrorNotice } from "./Notice";

type Props = {
  label: string;
  /** What a name may look like. */
  example: string;
  press: string;
  main?: boolean;
  make: (name: string) => Promise<unknown>;
};

/** A line in which to name another of what the page lists (``N``). */
export function MakeOne({ label, example, press, main = false, make }: Props) {
  const field = useRef<HTMLInputElement>(null);
  const [name, setName] = useState("");
  const [error, setError] = useState<unknown>(null);
  useKeys([{ keys: "N", label, run: () => field.current?.focus() }]);
  const submit = (e: FormEvent) => {
    e.preventDefault();
    setError(null);
    make(name).then(() => setName(""), setError);
  };
  return (
    <form onSubmit={submit} className="mb-5">
      <div className="flex items-end gap-2">
        <div className="flex-1">
          <Field label={label}>
            <input
              ref={field}
              dir="auto"
              className="field"
              maxLength={120}
              placeholder={example}
              value={name}
              onChange={(e) => setName(e.target.value)}
            />
          </Field>
        </div>
        <Button look={main ? "main" : "plain"} type="submit" className="mb-3" disabled={!name.trim()}>
          {press}
        </Button>
      </div>
      <ErrorNotice error={error} />
    </form>
  );
}
