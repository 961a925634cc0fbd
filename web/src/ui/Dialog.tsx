import { Dialog as Base, DialogPanel, DialogTitle } from "@headlessui/react";
import type { ReactNode } from "react";
import { Boundary } from "./Boundary";

/** A window over the page; Escape closes it, focus stays inside and returns afterwards. */
export function Dialog(props: { title: string; close: () => void; children: ReactNode; wide?: boolean }) {
  return (
    <Base open onClose={props.close} className="relative z-20">
      <div className="fixed inset-0 bg-ink/40" aria-hidden="true" />
      <div className="fixed inset-0 flex items-center justify-center p-4">
        <DialogPanel
          className={`max-h-full w-full overflow-y-auto rounded-md bg-sheet p-6 ${props.wide ? "max-w-4xl" : "max-w-lg"}`}
        >
          <DialogTitle className="mb-3 text-lg font-semibold">{props.title}</DialogTitle>
          <Boundary>{props.children}</Boundary>
        </DialogPanel>
      </div>
    </Base>
  );
}
