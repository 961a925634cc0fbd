import { useTranslation } from "react-i18next";
import { useKeys } from "../app/keys";
import { Button } from "../ui/Button";
import type { Room, Steps } from "./useScreen";

type Props = { room: Room; step: Steps["step"]; atMs?: () => number; toggle: () => void; playing: boolean };

/** What may come next in the room, on the screen and on the teacher's phone; each has its key. */
export function Paces({ room, step, atMs, toggle, playing }: Props) {
  const { t } = useTranslation();
  const { phase } = room;
  const before = room.question !== null;
  const asks = phase === "asking" || phase === "hearing" || phase === "spread";
  const go = (name: Parameters<typeof step>[0]) => () => step(name, atMs && !before ? { at_ms: atMs() } : {});
  const again = () => step("ask", { item: room.question?.id ?? "" });
  const every = [
    { key: "Space", label: t(playing ? "room.pause" : "room.play"), run: toggle, on: !before },
    { key: "S", label: t("room.spread"), run: go("spread"), on: phase === "asking" },
    { key: "R", label: t("room.tell"), run: go("tell"), on: asks },
    { key: "A", label: t("room.askAgain"), run: again, on: phase === "spread" },
    { key: "H", label: t("room.hear"), run: go("hear"), on: before && phase !== "hearing" },
    { key: "B", label: t("room.back"), run: go("back"), on: phase === "hearing" },
    { key: "G", label: t("room.goOn"), run: go("go_on"), on: before },
  ];
  useKeys(every.map((e) => ({ keys: e.key, label: e.on ? e.label : "", run: e.run, off: !e.on })));
  const shown = every.filter((e) => e.on);
  // The one that mostly follows.
  const next = phase === "told" ? "G" : phase === "asking" || phase === "spread" ? "R" : shown[0]?.key;
  return shown.map((e) => (
    <Button key={e.key} look={e.key === next ? "main" : "plain"} hint={e.key} onClick={e.run} className="min-h-12">
      {e.label}
    </Button>
  ));
}
