import type { SlideTime } from "../../../api/client";
import type { Row } from "../../../strands/layout";
import type { LivePlace } from "../../engine/run";

/** A row of the moving sheet: the one before, the current one, its coming steps, coming slides. */
export interface TimelineRow extends Row {
  kind: "before" | "here" | "step" | "slide";
  /** Its id for as long as it is visible, wherever it moves. */
  key: string;
  /** The place it leads to, and the last place it stands for. */
  place: number;
  lastPlace: number;
}

/** Its height in pixels. */
interface Room {
  height: number;
  /** The current row: its picture, its title, the next key. */
  here: number;
}

const beforeHeight = 40;
const gap = 8;
const stepHeight = 28;
const mostSteps = 3;
/** Coming slides get smaller the later they come. */
const slideHeights = [104, 80, 62, 50, 42] as const;
const leastHeight = 36;

/** The top of the current row, the same throughout the show. */
export const lineY = beforeHeight + gap;

/**
 * The visible rows at a place. In a waiting loop the row is the whole loop, as high as there is room above the row
 * after it.
 */
export function timelineRows(
  places: readonly LivePlace[],
  times: readonly SlideTime[],
  at: number,
  { height, here }: Room,
): TimelineRow[] {
  const place = places[at];
  if (!place) return [];
  const timeOf = new Map(times.map((t) => [t.slideId, t]));
  const row = (kind: TimelineRow["kind"], first: number, last: number, top: number, high: number): TimelineRow[] => {
    const [from, to] = [places[first], places[last]];
    const time = from && timeOf.get(from.slideId);
    const end = to && timeOf.get(to.slideId);
    if (!from || !to || !time || !end) return [];
    const startFrame = time.stepFrames[from.step] ?? time.startFrame;
    const endFrame = end.stepFrames[to.step + 1] ?? end.endFrame;
    const ofHere = kind === "step" || (kind === "before" && from.slideId === place.slideId);
    const key = ofHere ? `${from.slideId} ${from.step}` : from.slideId;
    return [
      { ...time, startFrame, endFrame, kind, key, place: first, lastPlace: last, top, height: high, hidden: false },
    ];
  };
  const rows = at > 0 ? row("before", at - 1, at - 1, 0, beforeHeight) : [];
  const loop = place.loopStart;
  if (loop != null) {
    const exit = place.loopExit;
    const high = exit == null ? height - lineY : height - lineY - slideHeights[1];
    const whole = row("here", loop, exit == null ? places.length - 1 : exit - 1, lineY, Math.max(here, high));
    // Its id stays while it loops, so that text typed into it stays.
    rows.push(...whole.map((r) => ({ ...r, key: `round ${loop}`, place: at })));
    if (exit != null)
      rows.push(...row("slide", exit, lastOf(places, exit), lineY + Math.max(here, high), slideHeights[1]));
    return rows;
  }
  let top = lineY + here;
  rows.push(...row("here", at, at, lineY, here));
  let next = at + 1;
  for (let n = 0; places[next]?.slideId === place.slideId; n++) {
    // Steps without a line of their own are counted in the last one.
    const last = n + 1 < mostSteps ? next : lastOf(places, next);
    rows.push(...row("step", next, last, top, stepHeight));
    top += stepHeight;
    next = last + 1;
  }
  for (let n = 0; next < places.length; n++) {
    const wanted = slideHeights[n] ?? leastHeight;
    const left = height - top;
    if (left < leastHeight) break;
    const last = lastOf(places, next);
    rows.push(...row("slide", next, last, top, left < wanted ? leastHeight : wanted));
    top += left < wanted ? leastHeight : wanted;
    next = last + 1;
  }
  return stretched(rows, height);
}

/** Remaining room goes to the coming slides in proportion to their heights, within limits. */
function stretched(rows: TimelineRow[], height: number): TimelineRow[] {
  const first = rows.findIndex((r) => r.kind === "slide");
  const [from, last] = [rows[first]?.top, rows.at(-1)];
  if (from === undefined || !last) return rows;
  const by = Math.min(1.4, (height - from) / (last.top + last.height - from));
  return rows.map((r, i) => (i < first ? r : { ...r, top: from + (r.top - from) * by, height: r.height * by }));
}

/** The last place of the slide that contains a place. */
function lastOf(places: readonly LivePlace[], place: number): number {
  let last = place;
  while (places[last + 1]?.slideId === places[place]?.slideId) last++;
  return last;
}
