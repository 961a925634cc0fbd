import { useId } from "react";
import { useTranslation } from "react-i18next";

type Props = {
  label: string;
  help?: string | undefined;
  accept?: string;
  multiple?: boolean;
  take: (files: File[]) => void;
};

/** Files from the device, asked for in the reader's own language. */
export function FileField({ label, help, accept, multiple = false, take }: Props) {
  const { t } = useTranslation();
  const id = useId();
  return (
    <div className="mb-3">
      <p id={id} className="mb-1 text-[13.5px] text-quiet">
        {label}
      </p>
      <label className="inline-flex cursor-pointer items-center rounded border border-teal bg-sheet px-3 py-1.5 text-[14.5px] text-teal hover:bg-here has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-teal">
        <input
          type="file"
          className="sr-only"
          aria-labelledby={id}
          accept={accept}
          multiple={multiple}
          onChange={(e) => {
            take([...(e.target.files ?? [])]);
            e.target.value = "";
          }}
        />
        {t(multiple ? "shared.chooseFiles" : "shared.chooseFile")}
      </label>
      {help && <p className="mt-1 text-[13px] text-quiet">{help}</p>}
    </div>
  );
}
