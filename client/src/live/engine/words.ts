import type { LiveOrder, LiveRun } from "./run";

/** What was done with a cue and why, in words that follow its name; undefined for what is of no account. */
export function outcomeOf(order: LiveOrder, run: LiveRun, slide: number): string | undefined {
  const cue = run.cue(order.cueId);
  if (order.kind === "wait") return undefined;
  if (order.kind === "ended") return "finished";
  if (order.kind === "start")
    switch (order.reason) {
      case "cameBack":
        return "picked up where it was left";
      case "followed":
        return `began after ${run.plan.cues.find((c) => c.cueId === cue.after)?.name ?? "another"}`;
      case "hand":
        return "was started by hand";
      default:
        return `began with slide ${slide}`;
    }
  switch (order.reason) {
    case "spanEnded":
      return `faded: its span ended with slide ${cue.lastNumber}`;
    case "takenOver":
      return `gave way to ${order.by ? run.cue(order.by).name : "another"}`;
    case "silence":
      return "was silenced by hand";
    default:
      // An edge within a sound that goes on is no end.
      return order.fade.ms > run.plan.edge.ms ? "was faded by hand" : undefined;
  }
}

/** Why a cue that may sound here does or does not, at the moment; `last` is what happened to it last. */
export function whyNow(run: LiveRun, cueId: string, last: string | undefined): string {
  const cue = run.cue(cueId);
  const now = last ? `${cue.name} ${last}` : cue.name;
  switch (run.stateOf(cueId).phase) {
    case "sounding":
      return cue.ringsOn
        ? `${now}; it goes on until it has finished`
        : `${now}; it goes on through slide ${cue.lastNumber}`;
    case "waiting":
      return `${cue.name} begins in a moment`;
    case "over":
      return `${last ? now : `${cue.name} is over`}; it begins again when its slides are come back to`;
    default:
      return cue.byHand
        ? `${cue.name} waits for a hand`
        : cue.after
          ? `${cue.name} waits for another to end`
          : `${cue.name} has not begun`;
  }
}

/** What a page says that was told to begin and does not sound. */
export const nothingSounds =
  "The browser holds the sound back, or no sound device runs. Press Begin once more; if it stays silent, allow sound for this page, and see that a device is connected.";
