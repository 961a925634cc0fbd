import { Dialog as Base, DialogPanel, DialogTitle } from "@headlessui/react";
import { type ReactNode, useEffect, useRef } from "react";
import { Boundary } from "./Boundary";

/** When a menu that opened a window has taken the focus back to its button. */
const MENU_HAS_CLOSED_MS = 50;

/** A window over the page; Escape closes it, focus stays inside and returns afterwards. */
export function Dialog(props: { title: string; close: () => void; children: ReactNode; wide?: boolean }) {
  const panel = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const comeInside = () => {
      if (panel.current?.contains(document.activeElement)) return;
      (panel.current?.querySelector<HTMLElement>("input, select, textarea, button") ?? panel.current)?.focus();
    };
    const timer = setTimeout(comeInside, MENU_HAS_CLOSED_MS);
    return () => clearTimeout(timer);
  }, []);
  return (
    <Base open onClose={props.close} className="relative z-20">
      <div className="fixed inset-0 bg-ink/40" aria-hidden="true" />
      <div className="fixed inset-0 flex items-center justify-center p-4">
        <DialogPanel
          ref={panel}
          tabIndex={-1}
          className={`max-h-full w-full overflow-y-auto rounded-md bg-sheet p-6 ${props.wide ? "max-w-4xl" : "max-w-lg"}`}
        >
          <DialogTitle className="mb-3 text-lg font-semibold">{props.title}</DialogTitle>
          <Boundary>{props.children}</Boundary>
        </DialogPanel>
      </div>
    </Base>
  );
}
