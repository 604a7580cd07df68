import { shortTime, framesOfMs } from "../../ui/format";
import type { Stage } from "./Stage";
import type { LiveOrder, LivePlace, LiveRun } from "./run";

/** The place the next key leads to; undefined at the end. In a waiting loop it is the place after the loop. */
export function nextPlace(places: readonly LivePlace[], at: number): number | undefined {
  const here = places[at];
  if (here?.loopStart != null) return here.loopExit ?? undefined;
  return at + 1 < places.length ? at + 1 : undefined;
}

/** What going to a place would do to the sounds, as text, the most important first. */
export function nextEffect(run: LiveRun, place: number, atMs: number): string[] {
  const { orders, then } = run.simulate(place, atMs);
  const name = (cueId: string) => run.cue(cueId).name;
  const goOn = run.plan.cues
    .filter((c) => run.stateOf(c.id).phase === "sounding" && then.isActive(c.id))
    .map((c) => `${c.name} continues`);
  const silent = run.plan.cues.every((c) => !then.isActive(c.id));
  return [...orders.flatMap((o) => words(o, name)), ...goOn, ...(silent ? ["silence"] : [])];
}

/** What the next key does to the sounds; when it starts none, also the next start and its slide. */
export function nextWords(stage: Stage): string {
  const { places, run } = stage;
  const next = nextPlace(places, stage.snapshot().place);
  if (next === undefined) return "end of the show";
  const words = nextEffect(run, next, stage.sound.now());
  if (run.simulate(next, stage.sound.now()).orders.some(begins)) return words.join(" · ");
  const later = places.findIndex((p, i) => i > next && p.begins.some((b) => b.startsHere));
  const cueId = places[later]?.begins.find((b) => b.startsHere)?.cueId;
  const then = cueId ? [`then ${run.cue(cueId).name}, slide ${places[later]?.number}`] : [];
  return [...words, ...then].join(" · ") || "no change";
}

/** Whether an order starts a cue, now or after a delay. */
const begins = ({ kind, reason }: LiveOrder) =>
  kind === "start" ? reason !== "cameBack" : kind === "wait" && reason !== "spanEnded";

function words(order: LiveOrder, name: (cueId: string) => string): string[] {
  const { kind, reason, cueId } = order;
  if (kind === "start") return [`${name(cueId)} ${reason === "cameBack" ? "resumes" : "starts"}`];
  if (begins(order)) return [`${name(cueId)} starts ${order.inMs / 1000} s later`];
  if (kind !== "stop") return [];
  return [reason === "takenOver" && order.by ? `${name(cueId)} crossfades` : `${name(cueId)} fades out`];
}

/** How long a sound will still play: to its end or through which slide, with the planned time. */
export function carries(run: LiveRun, cueId: string, positionMs: number, onPlaceMs: number): string {
  const cue = run.cue(cueId);
  if (cue.lengthMs !== null) return `${shortTime(framesOfMs(Math.max(0, cue.lengthMs - positionMs)))} left`;
  const { places } = run.plan;
  const here = places[run.place];
  if (!here) return "";
  if (here.loopStart != null) return "until the loop ends";
  let last = here;
  for (let at = run.place + 1; places[at]?.held.includes(cueId); at++) last = places[at] ?? last;
  if (last.number === here.number) return "through this slide";
  const left = last.atMs + last.stayMs - here.atMs - Math.min(onPlaceMs, here.stayMs);
  return `through slide ${last.number}, about ${shortTime(framesOfMs(left))}`;
}
