import type { Schemas } from "../../api/client";
import { LiveRun, type LiveEvent, type LiveOrder, type LivePlace, type SavedRun } from "./run";
import { watchClock } from "../../hearing/watchClock";
import { LiveSound } from "./LiveSound";
import { addBounded } from "./bounded";
import { outcomeOf } from "./words";

type RunView = Schemas["RunView"];
type RunLog = Schemas["RunLog"];

/** How a show advances: manually, or by its planned holds, once or in a loop. */
export type AdvanceMode = "hand" | "plan" | "forEver";

/** What a page shows of a running show. */
export interface Now {
  place: number;
  black: boolean;
  paused: boolean;
  /** Whether the browser blocks the sound although it is not paused. */
  soundHeld: boolean;
  /** Whether there is no output device any more. */
  soundLost: boolean;
  ended: boolean;
  /** The playing cues in the order of the plan, including those paused individually. */
  sounding: readonly string[];
  held: readonly string[];
  /** When the waiting loop ended, or the run began without one, in milliseconds of {@link Stage.timeMs}. */
  talkSinceMs: number | undefined;
  /** The planned time of the place it began at, in milliseconds from the show's beginning. */
  talkFromMs: number;
  /** When the current slide was reached. */
  slideSinceMs: number;
  /** The overall level, as the position of its control from 0 to 1. */
  level: number;
  version: number;
}

/** What another page needs to go on with a running show, besides its plan. */
export interface SavedStage {
  /** When it was saved: by the clock of the machine, by the audio clock, and by {@link Stage.timeMs}. */
  at: { wallMs: number; audioMs: number; timeMs: number };
  advanceMode: AdvanceMode;
  run: SavedRun;
  now: Pick<Now, "place" | "black" | "paused" | "talkSinceMs" | "talkFromMs" | "slideSinceMs" | "level">;
  beganMs: number;
  placeSinceMs: number;
  held: readonly (readonly [string, number])[];
  last: readonly (readonly [string, string])[];
  log: RunLog;
}

/** The length of a jump within a sound, in milliseconds. */
export const leapMs = 5000;

/** How long the browser may take to allow the sound, in milliseconds. */
const patienceMs = 3000;

/** How much of the log is kept: a self-running show keeps its last hours. */
const mostStays = 1000;
const mostLines = 2000;

const mostExpected = 24; // what is decoded at a time has its bounds

/** A running show: passes the presenter's actions to the rules, carries out their orders, and keeps a log. */
export class Stage {
  readonly run: LiveRun;
  readonly sound: LiveSound;
  log: RunLog = { stays: [], lines: [] };
  /** The addresses of videos by file id: local ones, which do not need the server. */
  readonly videos = new Map<string, string>();
  private listeners = new Set<() => void>();
  private held = new Map<string, number>();
  private last = new Map<string, string>();
  private beganMs = 0;
  private pausedAt = 0;
  private pausedMs = 0;
  private placeSinceMs = 0;
  private stopAlarm: (() => void) | undefined;
  private stopWatch: (() => void) | undefined;
  private now: Now;
  private advanceMode: AdvanceMode = "hand";

  constructor(
    readonly view: RunView,
    readonly kind: Schemas["RunKind"],
  ) {
    this.run = new LiveRun(view.plan);
    this.sound = new LiveSound(view, (cueId) => this.happen({ kind: "ended", cueId }));
    this.now = {
      place: -1,
      black: false,
      paused: false,
      soundHeld: false,
      soundLost: false,
      ended: false,
      sounding: [],
      held: [],
      talkSinceMs: undefined,
      talkFromMs: 0,
      slideSinceMs: 0,
      level: 1,
      version: 0,
    };
    this.sound.context.onstatechange = () => {
      if (this.now.place >= 0 && !this.now.ended)
        this.tell({ soundHeld: !this.now.paused && this.sound.context.state !== "running" });
    };
  }

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  snapshot = () => this.now;

  get places(): readonly LivePlace[] {
    return this.view.plan.places;
  }

  place(): LivePlace | undefined {
    return this.places[this.now.place];
  }

  /** The wall-clock time in milliseconds, without pauses. */
  timeMs = () => Math.round((this.now.paused ? this.pausedAt : performance.now()) - this.pausedMs);

  /** Milliseconds since the show began. */
  elapsedMs = () => (this.now.place < 0 ? 0 : this.timeMs() - this.beganMs);

  /** How long the current place has been shown. */
  onPlaceMs = () => (this.now.place < 0 ? 0 : this.timeMs() - this.placeSinceMs);

  /** How long a slide has been shown in this run in total; undefined if it has not been. */
  spentMs(slideId: string): number | undefined {
    const stays = this.log.stays.filter((s) => s.slideId === slideId);
    return stays.length === 0 ? undefined : stays.reduce((sum, s) => sum + s.ms, 0);
  }

  /** What happened last to a cue, as text that follows its name. */
  lastOf = (cueId: string) => this.last.get(cueId);

  /** Begins at a place; called from a click, so that the browser allows the sound. Returns whether it did. */
  async begin(place: number, advanceMode: AdvanceMode): Promise<boolean> {
    if (!(await this.wakeSound())) return false;
    this.advanceMode = advanceMode;
    this.beganMs = this.timeMs();
    this.goTo(place);
    return true;
  }

  /** What another page needs to go on with this run. */
  save(): SavedStage {
    const { place, black, paused, talkSinceMs, talkFromMs, slideSinceMs, level } = this.now;
    return {
      at: { wallMs: wallMs(), audioMs: this.sound.now(), timeMs: this.timeMs() },
      advanceMode: this.advanceMode,
      run: this.run.save(),
      now: { place, black, paused, talkSinceMs, talkFromMs, slideSinceMs, level },
      beganMs: this.beganMs,
      placeSinceMs: this.placeSinceMs,
      held: [...this.held],
      last: [...this.last],
      log: this.log,
    };
  }

  /** Goes on with a run of another page, where the clock says; called from a click, like {@link begin}. Returns whether the browser allowed the sound. */
  async resume(saved: SavedStage): Promise<boolean> {
    if (!(await this.wakeSound())) return false;
    this.advanceMode = saved.advanceMode;
    // While a show is paused its clocks stand still.
    const awayMs = () => (saved.now.paused ? 0 : Math.max(0, wallMs() - saved.at.wallMs));
    this.pausedMs = performance.now() - saved.at.timeMs - awayMs();
    this.run.restore(saved.run, this.sound.now() - saved.at.audioMs - awayMs());
    this.beganMs = saved.beganMs;
    this.placeSinceMs = saved.placeSinceMs;
    this.held = new Map(saved.held);
    this.last = new Map(saved.last);
    this.log = saved.log;
    this.now = { ...this.now, ...saved.now, paused: false };
    this.setLevel(saved.now.level);
    // Decoded before it is due, so that it begins where the clock says.
    await this.sound.decodeAt(
      this.view.plan.cues.flatMap(({ id }) => {
        const { phase, fromMs, startMs } = this.run.stateOf(id);
        return phase === "sounding" ? [[id, fromMs + this.sound.now() - startMs] as const] : [];
      }),
    );
    const held = new Map(this.held);
    this.happen({ kind: "resume", paused: [...held.keys()] });
    this.held = held;
    const here = this.place();
    if (here) this.waitForNext(here, Math.max(0, here.stayMs - this.onPlaceMs()));
    this.expect(this.now.place);
    if (saved.now.paused) await this.pause();
    this.tell({});
    return true;
  }

  /** Sets the overall level, by the position of its control from 0 to 1. */
  setLevel(level: number) {
    this.sound.setLevel(level ** 2);
    this.tell({ level });
  }

  on() {
    const here = this.place();
    if (here?.loopStart != null && this.advanceMode === "hand") this.goTo(here.loopExit ?? this.now.place);
    else this.next();
  }

  back() {
    if (this.now.place > 0) this.goTo(this.now.place - 1);
  }

  goTo(place: number) {
    const to = Math.max(0, Math.min(this.places.length - 1, place));
    const [before, here] = [this.place(), this.places[to]];
    if (!here || this.now.ended) return;
    const now = this.timeMs();
    if (before?.slideId !== here.slideId || to === this.now.place) {
      this.endStay(now);
      addBounded(this.log.stays, { slideId: here.slideId, atMs: now - this.beganMs, ms: 0, stepsMs: [] }, mostStays);
      this.tell({ slideSinceMs: now });
    }
    this.keepStep(here.step, now);
    this.placeSinceMs = now;
    this.now = { ...this.now, place: to };
    if (here.loopStart != null) this.tell({ talkSinceMs: undefined });
    else if (this.now.talkSinceMs === undefined) this.tell({ talkSinceMs: now, talkFromMs: here.atMs });
    this.happen({ kind: "goTo", place: to });
    this.expect(to);
    this.waitForNext(here);
  }

  startCue = (cueId: string) => this.happen({ kind: "start", cueId });
  fadeOut = (cueId: string) => this.happen({ kind: "fadeOut", cueId });
  silence = () => this.happen({ kind: "silence" });
  seek = (cueId: string, ms: number) => this.happen({ kind: "seek", cueId, fromMs: Math.max(0, Math.round(ms)) });

  /** The position in a cue that is heard now, or where it is paused. */
  positionMs = (cueId: string) => this.held.get(cueId) ?? this.sound.positionMs(cueId);

  /** The position of a cue paused individually; undefined otherwise. */
  heldMs = (cueId: string) => this.held.get(cueId);

  /** The position in a cue that comes out of the loudspeakers now, slightly behind what is sent to them. */
  heardMs(cueId: string): number | undefined {
    const at = this.sound.positionMs(cueId);
    return at === undefined ? undefined : Math.max(0, at - 1000 * this.sound.lag());
  }

  /** The position of a stopped cue in its fade-out, and whether that is still going on. */
  stoppedMs = (cueId: string) => this.sound.stoppedMs(cueId);

  /** Whether anything is still running. */
  moves = () => !this.now.paused && this.sound.context.state === "running";

  /** Carries out a clicker's button. */
  press(what: string, number: number) {
    const hand = this.place()?.byHand[number - 1];
    if (what === "on") this.on();
    else if (what === "back") this.back();
    else if (what === "silence") this.silence();
    else if (what === "hand" && hand) this.startCue(hand);
  }

  /** Pauses a cue, or resumes it. */
  holdCue(cueId: string) {
    const at = this.held.get(cueId);
    if (at === undefined) this.held.set(cueId, this.sound.holdCue(cueId) ?? 0);
    else this.seek(cueId, at);
    this.tell({});
  }

  async pause() {
    if (this.now.paused) {
      await this.sound.resume();
      this.pausedMs += performance.now() - this.pausedAt;
      this.tell({ paused: false, soundHeld: false });
    } else {
      this.pausedAt = performance.now();
      this.tell({ paused: true });
      await this.sound.pause();
    }
  }

  /** Resumes sound that the browser blocks; called from a click. */
  async letSound() {
    await this.sound.context.resume();
    this.tell({ soundHeld: this.sound.context.state !== "running" });
  }

  toggleBlack = () => this.tell({ black: !this.now.black });

  /** Prepares the cues that may play at a place or after the next key. */
  expect(place: number) {
    const here = this.places[place];
    const near = [place, place + 1, place - 1, here?.loopStart, here?.loopExit].map((p) => this.places[p ?? -1]);
    const cues = near.flatMap((p) => [...(p?.byHand ?? []), ...(p?.held ?? [])]);
    this.sound.expect([...new Set(cues)].slice(0, mostExpected));
  }

  /** Adds a line to the log. */
  note(words: string) {
    const slideId = this.place()?.slideId ?? this.places[0]?.slideId ?? "";
    this.addLine({ atMs: this.elapsedMs(), slideId, words });
    this.tell({});
  }

  /** Ends the show. */
  end() {
    if (this.now.ended) return;
    this.endStay(this.timeMs());
    this.release();
    this.tell({ ended: true, soundLost: false });
  }

  /** Stops everything in this page; the show itself has not ended, and can be resumed. */
  release() {
    this.stopAlarm?.();
    this.stopWatch?.();
    this.sound.close();
  }

  private async wakeSound(): Promise<boolean> {
    // Without an output device this never resolves.
    await Promise.race([this.sound.context.resume(), new Promise((done) => window.setTimeout(done, patienceMs))]);
    if (this.sound.context.state !== "running") return false;
    this.stopWatch = watchClock(this.sound.context, this.moves, (soundLost) => this.tell({ soundLost }));
    return true;
  }

  private next() {
    const here = this.place();
    if (here?.loops && here.loopStart != null) this.goTo(here.loopStart);
    else if (this.now.place + 1 < this.places.length) this.goTo(this.now.place + 1);
    else if (this.advanceMode === "forEver") this.goTo(0);
    else if (this.advanceMode === "plan") this.end();
  }

  /** With planned holds, and in the waiting loop, the next place follows automatically. */
  private waitForNext(here: LivePlace, stayMs = here.stayMs) {
    this.stopAlarm?.();
    this.stopAlarm = undefined;
    if (this.advanceMode !== "hand" || here.loopStart != null)
      this.stopAlarm = this.sound.alarm(stayMs, () => {
        // A self-running show plays a waiting loop once.
        if (this.advanceMode !== "hand" && here.loops) this.goTo(here.loopExit ?? this.now.place);
        else this.next();
      });
  }

  private endStay(now: number) {
    const stay = this.log.stays.at(-1);
    if (stay) stay.ms = now - this.beganMs - stay.atMs;
  }

  /** When a step was taken. It is forgotten when the step is taken back, and so are all when one was skipped. */
  private keepStep(step: number, now: number) {
    const stay = this.log.stays.at(-1);
    if (!stay?.stepsMs) return;
    stay.stepsMs.length = Math.min(stay.stepsMs.length, step);
    if (step > 0 && stay.stepsMs.length === step - 1) stay.stepsMs.push(now - this.beganMs - stay.atMs);
  }

  private happen(event: Omit<LiveEvent, "atMs">) {
    const orders = this.run.take({ ...event, atMs: this.sound.now() });
    for (const order of orders) {
      if (order.kind !== "wait") this.held.delete(order.cueId);
      this.sound.carryOut(order, this.run.cue(order.cueId));
      if (order.kind === "wait") this.sound.alarm(order.inMs, () => this.happen({ kind: "due", cueId: order.cueId }));
      this.keep(order);
    }
    this.tell({});
  }

  private keep(order: LiveOrder) {
    const outcome = outcomeOf(order, this.run, this.place()?.number ?? 0);
    const slideId = this.place()?.slideId ?? "";
    if (!outcome) return;
    this.last.set(order.cueId, outcome);
    this.addLine({ atMs: this.elapsedMs(), slideId, words: `${this.run.cue(order.cueId).name} ${outcome}` });
  }

  private addLine(line: RunLog["lines"][number]) {
    addBounded(this.log.lines, line, mostLines);
  }

  private tell(change: Partial<Now>) {
    this.now = {
      ...this.now,
      ...change,
      sounding: this.view.plan.cues.map((c) => c.id).filter((id) => this.run.stateOf(id).phase === "sounding"),
      held: [...this.held.keys()],
      version: this.now.version + 1,
    };
    for (const listener of this.listeners) listener();
  }
}

/** The time of this machine's clock in milliseconds. The clock of a page stands still while the machine sleeps. */
const wallMs = () => Date.now();
