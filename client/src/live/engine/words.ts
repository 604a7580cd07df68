import type { LiveOrder, LiveRun } from "./run";

/** What was done with a sound and why, as a line of the run's log; undefined for what is of no account. */
export function wordsOf(order: LiveOrder, run: LiveRun, slide: number): string | undefined {
  const cue = run.cue(order.cueId);
  if (order.kind === "wait") return undefined;
  if (order.kind === "ended") return `${cue.name} finished`;
  if (order.kind === "start")
    switch (order.reason) {
      case "cameBack":
        return `${cue.name} picked up where it was left`;
      case "followed":
        return `${cue.name} began after ${run.plan.cues.find((c) => c.cueId === cue.after)?.name ?? "another"}`;
      case "hand":
        return `${cue.name} was started by hand`;
      default:
        return `${cue.name} began with slide ${slide}`;
    }
  switch (order.reason) {
    case "spanEnded":
      return `${cue.name} faded: its span ended with slide ${cue.lastNumber}`;
    case "takenOver":
      return `${cue.name} gave way to ${order.by ? run.cue(order.by).name : "another"}`;
    case "silence":
      return `${cue.name} was silenced by hand`;
    default:
      // An edge within a sound that goes on is no end.
      return order.fade.ms > run.plan.edge.ms ? `${cue.name} was faded by hand` : undefined;
  }
}

/** Why a cue that may sound here does or does not, at the moment. */
export function whyNow(run: LiveRun, cueId: string, last: string | undefined): string {
  const cue = run.cue(cueId);
  switch (run.stateOf(cueId).phase) {
    case "sounding":
      return cue.ringsOn
        ? `${last ?? cue.name}; it goes on until it has finished`
        : `${last ?? cue.name}; it goes on through slide ${cue.lastNumber}`;
    case "waiting":
      return `${cue.name} begins in a moment`;
    case "over":
      return `${last ?? `${cue.name} is over`}; it begins again when its slides are come back to`;
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
