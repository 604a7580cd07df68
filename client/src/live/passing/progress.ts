import type { Stage } from "../Stage";

/** How far the row that is shown is, from 0 to 1, by how long it is planned to stay; of a waiting loop, how far that has gone round. */
export function progressOf(stage: Stage): number {
  const at = stage.snapshot().place;
  const here = stage.places[at];
  if (!here) return 0;
  const first = stage.places[here.loopStart ?? at] ?? here;
  const last = stage.places[here.loopStart == null ? at : (here.loopExit ?? stage.places.length) - 1] ?? here;
  const gone = here.atMs - first.atMs + Math.min(here.stayMs, stage.onPlaceMs());
  return Math.min(1, gone / Math.max(1, last.atMs + last.stayMs - first.atMs));
}
