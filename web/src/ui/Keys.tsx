import { useTranslation } from "react-i18next";

const NAMED = new Set("Space Enter Escape Shift Ctrl Alt ArrowUp ArrowDown ArrowLeft ArrowRight".split(" "));

/** A key, or several at once, by the names on the reader's keyboard. */
export function Keys({ keys }: { keys: string }) {
  const { t } = useTranslation();
  // "+" joins keys; alone it is one.
  const parts = keys.length > 1 ? keys.split("+") : [keys];
  return <kbd>{parts.map((part) => (NAMED.has(part) ? t(`keyName.${part}`) : part)).join("+")}</kbd>;
}
