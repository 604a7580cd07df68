import type { Stage } from "../Stage";

/** How far the row that is shown is, from 0 to 1, by how long it is planned to stay; of a waiting loop, how far that has gone round. */
export function progressOf(stage: Stage): number {
  const at = stage.snapshot().place;
  const here = stage.places[at];
  if (!here) return 0;
  const first = here.loopStart ?? at;
  const last = here.loopStart == null ? at : (here.loopExit ?? stage.places.length) - 1;
  const whole = stage.places.slice(first, last + 1).reduce((sum, p) => sum + p.stayMs, 0);
  const before = stage.places.slice(first, at).reduce((sum, p) => sum + p.stayMs, 0);
  return Math.min(1, (before + Math.min(here.stayMs, stage.onPlaceMs())) / Math.max(1, whole));
}
