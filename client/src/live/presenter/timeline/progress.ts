import type { LivePlace } from "../../engine/run";
import type { Stage } from "../../engine/Stage";

/** The planned beginning and end of the current row, in milliseconds: one place, or one pass of its waiting loop. */
function courseOf({ places }: Stage, here: LivePlace): readonly [fromMs: number, toMs: number] {
  const loop = here.loopStart == null ? [here] : places.slice(here.loopStart, here.loopExit ?? undefined);
  const last = loop.at(-1) ?? here;
  return [(loop[0] ?? here).atMs, last.atMs + last.stayMs];
}

/** The progress of the current row from 0 to 1, by its planned length; in a waiting loop, of one pass. */
export function progressOf(stage: Stage): number {
  const here = stage.place();
  if (!here) return 0;
  const [fromMs, toMs] = courseOf(stage, here);
  const gone = here.atMs - fromMs + Math.min(here.stayMs, stage.onPlaceMs());
  return Math.min(1, gone / Math.max(1, toMs - fromMs));
}

/** The length of the current row, in milliseconds. */
export function wayMs(stage: Stage): number {
  const here = stage.place();
  if (!here) return 0;
  const [fromMs, toMs] = courseOf(stage, here);
  return toMs - fromMs;
}

/**
 * How elements updated four times a second move: smoothly if the whole distance takes less than half a minute. Slower ones move
 * by a few pixels at a time, and animating them would keep the machine drawing every frame for the whole talk.
 */
export const glide = (ofWayMs: number) => (ofWayMs < 30_000 ? "transition-transform duration-250 ease-linear" : "");
