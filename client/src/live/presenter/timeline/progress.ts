import type { LivePlace } from "../../engine/run";
import type { Stage } from "../../engine/Stage";

/** From when to when the row that is shown goes, in milliseconds of the plan: as long as its place is to stay, or once round its waiting loop. */
function courseOf({ places }: Stage, here: LivePlace): readonly [fromMs: number, toMs: number] {
  const loop = here.loopStart == null ? [here] : places.slice(here.loopStart, here.loopExit ?? undefined);
  const last = loop.at(-1) ?? here;
  return [(loop[0] ?? here).atMs, last.atMs + last.stayMs];
}

/** How far the row that is shown is, from 0 to 1, by how long it is planned to stay; of a waiting loop, how far that has looped. */
export function progressOf(stage: Stage): number {
  const here = stage.place();
  if (!here) return 0;
  const [fromMs, toMs] = courseOf(stage, here);
  const gone = here.atMs - fromMs + Math.min(here.stayMs, stage.onPlaceMs());
  return Math.min(1, gone / Math.max(1, toMs - fromMs));
}

/** How long the row that is shown takes, in milliseconds. */
export function wayMs(stage: Stage): number {
  const here = stage.place();
  if (!here) return 0;
  const [fromMs, toMs] = courseOf(stage, here);
  return toMs - fromMs;
}

/**
 * How what is set four times a second gets to where it is to be: gliding, where its whole way takes less than half a minute. What is slower goes
 * a few pixels each time at most, and gliding there would keep the machine drawing at every frame for as long as a talk goes.
 */
export const glide = (ofWayMs: number) => (ofWayMs < 30_000 ? "transition-transform duration-250 ease-linear" : "");
