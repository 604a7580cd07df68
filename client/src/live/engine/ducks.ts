import type { Schemas } from "../../api/client";

type LiveDuck = Schemas["LiveDuck"];

/** A playing voice: its ducking settings, when its beginning plays (or would have), and when it was stopped, by the audio clock. */
export interface Speaker {
  duck: LiveDuck;
  origin: number;
  until: number;
}

/** A point of a bed's ducking curve, by the audio clock, in dB; linear between two. */
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

/** The ducking curve of a bed from now on; it joins the current gain within the attack. */
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
  // If a voice speaks at once, there is no time for an attack.
  const late = dips.filter((d) => d.down < now && d.from >= now - 1).map((d) => now + (d.from - d.down));
  const soonest = late.length > 0 ? Math.min(...late) : now;
  return [...new Set([soonest, ...times.filter((at) => at > soonest && Number.isFinite(at))])]
    .toSorted((a, b) => a - b)
    .map((at) => ({ at, db: dbAt(dips, at) }));
}

/** When the last dip of a voice ends, by the audio clock. */
export const overAt = (speaker: Speaker) => Math.max(...dipsOf(speaker, 1).map((d) => d.up), -Infinity);

const dbAt = (dips: readonly Dip[], at: number) => Math.min(0, ...dips.map((d) => dipAt(d, at)));

function dipAt({ down, from, to, up, depth }: Dip, at: number): number {
  if (at <= down || at >= up) return 0;
  if (at < from) return (-depth * (at - down)) / (from - down);
  if (at <= to) return -depth;
  return (-depth * (up - at)) / (up - to);
}

/** The dips of a voice. Without known stretches of speech there is one dip as long as it plays; without speech there is none. */
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

/** Makes a gain follow a curve, from its current value. */
export function follow(param: AudioParam, course: readonly Point[], now: number) {
  param.cancelScheduledValues(now);
  param.setValueAtTime(Math.max(param.value, 10 ** (-60 / 20)), now);
  for (const { at, db } of course) param.exponentialRampToValueAtTime(10 ** (db / 20), Math.max(at, now + 0.005));
  if (course.length === 0 && Math.abs(20 * Math.log10(param.value)) > quiet)
    param.exponentialRampToValueAtTime(1, now + 0.2);
}
