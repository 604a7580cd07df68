import type { LiveOrder, LiveRun } from "./run";

/** What happened to a cue and why, as text that follows its name; undefined if it is not worth reporting. */
export function outcomeOf(order: LiveOrder, run: LiveRun, slide: number): string | undefined {
  const cue = run.cue(order.cueId);
  if (order.kind === "wait") return undefined;
  if (order.kind === "ended") return "finished";
  if (order.kind === "start")
    switch (order.reason) {
      case "cameBack":
        return "resumed where it was left";
      case "followed":
        return `started after ${run.plan.cues.find((c) => c.cueId === cue.after)?.name ?? "another"}`;
      case "hand":
        return "was triggered manually";
      default:
        return `started with slide ${slide}`;
    }
  switch (order.reason) {
    case "spanEnded":
      return `faded out after slide ${cue.lastNumber}`;
    case "takenOver":
      return `crossfaded to ${order.by ? run.cue(order.by).name : "another"}`;
    case "silence":
      return "was silenced";
    default:
      // The short fade of a jump within a sound is not an end.
      return order.fade.ms > run.plan.edge.ms ? "was faded out" : undefined;
  }
}

/** Why a cue plays or does not play now; `last` is what happened to it last. */
export function whyNow(run: LiveRun, cueId: string, last: string | undefined): string {
  const cue = run.cue(cueId);
  const now = last ? `${cue.name} ${last}` : cue.name;
  switch (run.stateOf(cueId).phase) {
    case "sounding":
      return cue.playsPastSpan ? `${now} and plays to its end` : `${now} and plays through slide ${cue.lastNumber}`;
    case "waiting":
      return `${cue.name} starts in a moment`;
    case "over":
      return `${last ? now : `${cue.name} has ended`}. It restarts when its slides are shown again`;
    default:
      return cue.byHand
        ? `${cue.name} is triggered manually`
        : cue.after
          ? `${cue.name} starts after another cue`
          : `${cue.name} has not started`;
  }
}

/** The message when a page was started and no sound comes out. */
export const nothingSounds =
  "The browser blocked the sound, or no output was found. Press Begin again. If it stays silent, allow sound for this page and connect a device.";

/** Why a show could not be loaded. */
export const failures = {
  notSecure: "The browser allows sound here only at localhost or over https. Open Phonaris at localhost.",
  diskFull: "The browser has too little disk space for the sounds of this show. Free some and try again.",
};
