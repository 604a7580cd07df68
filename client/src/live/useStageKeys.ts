import { useEffect } from "react";
import type { Stage } from "./Stage";

/** What keys do beside moving the show. */
interface More {
  /** Opens the way to any slide. */
  slides: () => void;
  /** Shows what the keys do. */
  keys: () => void;
  /** Has the time read out. */
  tellTime: () => void;
  /** Makes the notes larger or smaller. */
  notes: (by: 1 | -1) => void;
  /** Does something with the sound that is chosen, or chooses the next one. */
  sound: (what: SoundKey) => void;
}

const soundKeys = { w: "which", h: "hold", a: "anew", q: "back", e: "on", m: "mark", f: "fade" } as const;
export type SoundKey = (typeof soundKeys)[keyof typeof soundKeys];

/** The keys of who shows a show, and those that clickers send. */
export function useStageKeys(stage: Stage, more?: More) {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const target = event.target as Element | null;
      if (event.ctrlKey || event.altKey || event.metaKey || target?.closest?.("input, select, textarea, dialog"))
        return;
      // A button in hand is pressed by the space bar and Enter.
      if ((event.key === " " || event.key === "Enter") && target?.closest?.("button")) return;
      if (/^[1-9]$/.test(event.key)) stage.press("hand", Number(event.key));
      else if (["ArrowRight", "ArrowDown", "PageDown", " ", "Enter"].includes(event.key)) stage.on();
      else if (["ArrowLeft", "ArrowUp", "PageUp", "Backspace"].includes(event.key)) stage.back();
      else if (event.key === "b" || event.key === ".") stage.toggleBlack();
      else if (event.key === "s" || event.key === "0") stage.silence();
      else if (event.key === "p") void stage.pause();
      else if (event.key === "Home") stage.goTo(0);
      else if (event.key === "End") stage.goTo(stage.places.length - 1);
      else if (!more) return;
      else if (event.key === "g") more.slides();
      else if (event.key === "?") more.keys();
      else if (event.key === "t") more.tellTime();
      else if (event.key === "+" || event.key === "=") more.notes(1);
      else if (event.key === "-") more.notes(-1);
      else if (event.key in soundKeys) more.sound(soundKeys[event.key as keyof typeof soundKeys]);
      else return;
      event.preventDefault();
    };
    document.addEventListener("keydown", press);
    return () => document.removeEventListener("keydown", press);
  }, [stage, more]);
}
