import { useVirtualizer } from "@tanstack/react-virtual";
import { type RefObject, useEffect, useState } from "react";
import { flushSync } from "react-dom";

const ROW_PX = 34;
/** Up to so many rows all of them stand in the page: finding in it, printing and screen readers have the whole. */
const ALL_UP_TO = 80;

type Shown = { from: number; to: number; beforePx: number; afterPx: number };

/** Which rows of a long table stand in the page, and the room of those that do not. Printed, all do. */
export function useWindow(count: number, scroll: RefObject<HTMLElement | null>): Shown {
  const printing = usePrinting();
  const rows = useVirtualizer({
    count,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW_PX,
    overscan: 12,
    enabled: count > ALL_UP_TO,
  });
  const inView = rows.getVirtualItems();
  const [first, last] = [inView[0], inView.at(-1)];
  if (count <= ALL_UP_TO || printing || !first || !last) return { from: 0, to: count, beforePx: 0, afterPx: 0 };
  return { from: first.index, to: last.index + 1, beforePx: first.start, afterPx: rows.getTotalSize() - last.end };
}

function usePrinting(): boolean {
  const [printing, setPrinting] = useState(false);
  useEffect(() => {
    const turn = (on: boolean) => () => flushSync(() => setPrinting(on));
    const [begin, end] = [turn(true), turn(false)];
    window.addEventListener("beforeprint", begin);
    window.addEventListener("afterprint", end);
    return () => {
      window.removeEventListener("beforeprint", begin);
      window.removeEventListener("afterprint", end);
    };
  }, []);
  return printing;
}
