import type { Schemas } from "../../api/client";

type LiveDuck = Schemas["LiveDuck"];

/** A voice under way: how beds are ducked under it, when its beginning sounds (or would have), and when it was stopped, by the audio clock. */
export interface Speaker {
  duck: LiveDuck;
  origin: number;
  until: number;
}

/** A point of a bed's course, by the audio clock, in dB; between two it changes evenly. */
export interface Point {
  at: number;
  db: number;
}

interface Dip {
  down: number;
  from: number;
  to: number;
  up: number;
  depth: number;
}

const between = 4; // parts a stretch is cut into where two dips lie over each other
const quiet = 0.05; // dB that nobody hears

/** How far down a bed goes from now on while voices speak; it goes over to that within the way down, wherever it is now. */
export function courseOf(speakers: readonly Speaker[], overDb: number, now: number): Point[] {
  const dips = speakers.flatMap((s) => dipsOf(s, s.duck.depthDb ?? overDb)).filter((d) => d.up > now && d.depth > 0);
  if (dips.length === 0) return [];
  const edges = [...new Set(dips.flatMap((d) => [d.down, d.from, d.to, d.up]))].toSorted((a, b) => a - b);
  const times = edges.flatMap((at, i) => {
    const next = edges[i + 1];
    return next === undefined || dips.filter((d) => d.down < next && d.up > at).length < 2 || !Number.isFinite(next)
      ? [at]
      : Array.from({ length: between }, (_, k) => at + ((next - at) * k) / between);
  });
  // Where a voice speaks at once, there is no time to go down before it.
  const late = dips.filter((d) => d.down < now && d.from >= now - 1).map((d) => now + (d.from - d.down));
  const soonest = late.length > 0 ? Math.min(...late) : now;
  return [...new Set([soonest, ...times.filter((at) => at > soonest && Number.isFinite(at))])]
    .toSorted((a, b) => a - b)
    .map((at) => ({ at, db: dbAt(dips, at) }));
}

/** When the last of a voice's dips is over, by the audio clock. */
export const overAt = (speaker: Speaker) => Math.max(...dipsOf(speaker, 1).map((d) => d.up), -Infinity);

const dbAt = (dips: readonly Dip[], at: number) => Math.min(0, ...dips.map((d) => dipAt(d, at)));

function dipAt({ down, from, to, up, depth }: Dip, at: number): number {
  if (at <= down || at >= up) return 0;
  if (at < from) return (-depth * (at - down)) / (from - down);
  if (at <= to) return -depth;
  return (-depth * (up - at)) / (up - to);
}

/** A voice's dips. One that is not known to speak at certain times has one dip, as long as it sounds; one without speech has none. */
function dipsOf({ duck, origin, until }: Speaker, depth: number): Dip[] {
  const spoken = duck.spoken ?? [{ fromMs: 0, toMs: Infinity }];
  return spoken
    .map(({ fromMs, toMs }) => ({ from: origin + fromMs / 1000, end: Math.min(origin + toMs / 1000, until) }))
    .filter(({ from, end }) => end > from)
    .map(({ from, end }) => {
      const to = end + duck.holdMs / 1000;
      return { down: from - duck.attackMs / 1000, from, to, up: to + duck.releaseMs / 1000, depth };
    });
}

/** Has a gain take a course, from where it is. */
export function follow(param: AudioParam, course: readonly Point[], now: number) {
  param.cancelScheduledValues(now);
  param.setValueAtTime(Math.max(param.value, 10 ** (-60 / 20)), now);
  for (const { at, db } of course) param.exponentialRampToValueAtTime(10 ** (db / 20), Math.max(at, now + 0.005));
  if (course.length === 0 && Math.abs(20 * Math.log10(param.value)) > quiet)
    param.exponentialRampToValueAtTime(1, now + 0.2);
}
