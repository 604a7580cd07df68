import { useState } from "react";
import { leapMs, type Stage } from "../../engine/Stage";
import { useNow } from "../../engine/useNow";
import type { CueKey } from "../../engine/useStageKeys";

/** The playing sound that keys act on: the one pointed at last, otherwise the one started last. */
export function useChosenSound(stage: Stage) {
  const { sounding } = useNow(stage);
  const [pointed, choose] = useState<string>();
  const chosen = pointed && sounding.includes(pointed) ? pointed : sounding.at(-1);
  const press = (what: CueKey) => {
    if (!chosen) return;
    const at = stage.positionMs(chosen) ?? 0;
    const mark = stage.run.cue(chosen).markers.find((m) => m.atMs > at);
    if (what === "which") choose(sounding[(sounding.indexOf(chosen) + 1) % sounding.length]);
    else if (what === "hold") stage.holdCue(chosen);
    else if (what === "restart") stage.seek(chosen, 0);
    else if (what === "back") stage.seek(chosen, at - leapMs);
    else if (what === "on") stage.seek(chosen, at + leapMs);
    else if (what === "fade") stage.fadeOut(chosen);
    else if (mark) stage.seek(chosen, mark.atMs);
  };
  return { chosen, choose, press };
}
