import { useEffect } from "react";
import type { Stage } from "./Stage";

interface More {
  /** Opens the way to any slide. */
  slides: () => void;
}

/** The presenter's keys, and those that clickers send. */
export function useStageKeys(stage: Stage, { slides }: More) {
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
      else if (event.key === "g") slides();
      else if (event.key === "Home") stage.goTo(0);
      else if (event.key === "End") stage.goTo(stage.places.length - 1);
      else return;
      event.preventDefault();
    };
    document.addEventListener("keydown", press);
    return () => document.removeEventListener("keydown", press);
  }, [stage, slides]);
}
