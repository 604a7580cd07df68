import type { CommandOf } from "../../ui/commands";
import { useCommands } from "../../ui/useCommands";
import type { Stage } from "./Stage";

/** What the presenter's keys do to the selected cue. */
export type CueKey = Exclude<CommandOf<"presenter">, "largerNotes" | "smallerNotes" | "time">;

/** The keys that move a show, including those of clickers. */
export function useStageKeys(stage: Stage, more: { slides?: () => void; keys?: () => void } = {}) {
  useCommands("stage", {
    next: () => stage.on(),
    previous: () => stage.back(),
    first: () => stage.goTo(0),
    last: () => stage.goTo(stage.places.length - 1),
    black: () => stage.toggleBlack(),
    silence: () => stage.silence(),
    pause: () => void stage.pause(),
    manual: ({ code, key }) => stage.press("hand", Number(/^\d$/.test(key) ? key : code.replace("Digit", ""))),
    ...more,
  });
}
