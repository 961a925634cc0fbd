import type { Written } from "../kinds";

export const note: Written = {
  key: "Shift+K",
  empty: { text: "" },
  asks: "text",
  asksLabel: "item.noteText",
  Editor: null,
  Key: () => null,
};
