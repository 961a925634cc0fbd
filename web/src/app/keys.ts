import { useEffect, useLayoutEffect, useRef, useSyncExternalStore } from "react";
import { flushSync } from "react-dom";

/** One action and its key. ``keys`` as in "Space", "ArrowLeft", "Shift+M", "Ctrl+Z", "?". */
export type Binding = { keys: string; label: string; run: () => void; off?: boolean };

const layers: { current: Binding[] }[] = [];
const listeners = new Set<() => void>();
let shown: Binding[] = [];

function refresh() {
  const every = layers.flatMap((layer) => layer.current.filter((b) => b.label));
  if (every.map((b) => b.keys + b.label).join() === shown.map((b) => b.keys + b.label).join()) return;
  shown = every;
  for (const tell of listeners) tell();
}

function pressed(event: KeyboardEvent): string {
  const name = event.key === " " ? "Space" : event.key.length === 1 ? event.key.toUpperCase() : event.key;
  const named = event.key.length > 1 || /[a-z]/i.test(event.key);
  return `${event.ctrlKey || event.metaKey ? "Ctrl+" : ""}${event.altKey ? "Alt+" : ""}${event.shiftKey && named ? "Shift+" : ""}${name}`;
}

function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  const field = target.closest("input, textarea, select, [contenteditable=true]");
  return field !== null && !(field instanceof HTMLInputElement && ["checkbox", "radio", "range"].includes(field.type));
}

/** Whether the focused control itself answers to this key, so that it must not also act elsewhere. */
function belongsToControl(event: KeyboardEvent): boolean {
  if (!(event.target instanceof HTMLElement)) return false;
  const choice = event.target.closest<HTMLInputElement>("input[type=checkbox], input[type=radio]");
  if (choice) return event.key === " " || (choice.type === "radio" && event.key.startsWith("Arrow"));
  if (event.target.closest("input[type=range]")) return /^(Arrow|Page|Home|End)/.test(event.key);
  const acts = event.key === "Enter" || event.key === " ";
  return acts && event.target.closest("button, a, summary, [role=menuitem], [role=option]") !== null;
}

function handle(event: KeyboardEvent) {
  if (event.defaultPrevented) return;
  const key = pressed(event);
  const typing = isTyping(event.target);
  if ((typing && !["Escape", "Ctrl+Enter"].includes(key)) || belongsToControl(event)) return;
  // A dialog that is open has its own keys: Escape closes it, and nothing behind it moves.
  if (document.querySelector("[role=dialog]")) return;
  for (const layer of [...layers].reverse()) {
    const binding = layer.current.find((b) => b.keys === key && !b.off);
    if (binding) {
      event.preventDefault();
      // A second key pressed at once must already find what the first one changed.
      flushSync(binding.run);
      return;
    }
  }
}

/** Puts bindings in force while the component stands; later ones come first. */
export function useKeys(bindings: Binding[]): void {
  const layer = useRef(bindings);
  layer.current = bindings;
  // Together with what it shows: a key pressed as soon as something can be seen finds its binding.
  useLayoutEffect(() => {
    layers.push(layer);
    if (layers.length === 1) window.addEventListener("keydown", handle);
    return () => {
      layers.splice(layers.indexOf(layer), 1);
      if (layers.length === 0) window.removeEventListener("keydown", handle);
      refresh();
    };
  }, []);
  useEffect(refresh);
}

/** Every binding in force that has a name, for the list of keys. */
export function useBindings(): Binding[] {
  return useSyncExternalStore(
    (tell) => {
      listeners.add(tell);
      return () => listeners.delete(tell);
    },
    () => shown,
  );
}
