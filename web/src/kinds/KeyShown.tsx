import type { KeyProps } from "./kinds";
import { WRITTEN } from "./writing";

/** What is right, as the item's kind shows it on a card. */
export function KeyShown(props: KeyProps) {
  const { Key } = WRITTEN[props.content.kind];
  return <Key {...props} />;
}
