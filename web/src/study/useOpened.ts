import { useLayoutEffect, useRef, useState } from "react";

/** A part of the page that opens with the focus in its field when ``begin`` is called; opened otherwise the keys stay
 * those of the recording. */
export function useOpened(first = false) {
  const [open, setOpen] = useState(first);
  const [asked, setAsked] = useState(0);
  const field = useRef<HTMLInputElement>(null);
  useLayoutEffect(() => {
    if (asked) field.current?.focus();
  }, [asked]);
  const begin = () => {
    setOpen(true);
    setAsked(asked + 1);
  };
  return { open, setOpen, field, begin };
}
