import type { ButtonHTMLAttributes, ReactNode } from "react";
import { Keys } from "./Keys";

type Look = "main" | "plain" | "quiet" | "danger";

const LOOKS: Record<Look, string> = {
  main: "border border-teal bg-teal text-white hover:bg-ink hover:border-ink",
  plain: "border border-teal bg-sheet text-teal hover:bg-here",
  quiet: "border border-transparent text-teal hover:underline",
  danger: "border border-brick bg-sheet text-brick hover:bg-blush",
};

type Props = ButtonHTMLAttributes<HTMLButtonElement> & {
  look?: Look;
  hint?: string;
  small?: boolean;
  children: ReactNode;
};

/** A thing to press; ``hint`` is the key that does the same, shown on the button and in its tip. */
export function Button({ look = "plain", hint, small, children, className = "", title, ...rest }: Props) {
  const size = small ? "px-2 py-0.5 text-[13.5px]" : "px-3 py-1.5 text-[14.5px] min-h-9";
  return (
    <button
      type="button"
      title={title}
      aria-keyshortcuts={hint?.replace("Ctrl", "Control")}
      className={`inline-flex items-center gap-1.5 whitespace-nowrap rounded disabled:opacity-50 ${size} ${LOOKS[look]} ${className}`}
      {...rest}
    >
      {children}
      {hint && <Keys keys={hint} />}
    </button>
  );
}
