import type { Schemas } from "../../api/client";

export type LivePlan = Schemas["LivePlan"];
export type LivePlace = Schemas["LivePlace"];
type LiveBegin = Schemas["LiveBegin"];
export type LiveCue = Schemas["LiveCue"];
export type Fade = Schemas["Fade"];

/** An event in a live show; times are milliseconds of the audio clock. */
export type LiveEvent = Pick<Schemas["LiveEvent"], "kind" | "atMs"> & Partial<Schemas["LiveEvent"]>;

/** An order to the audio output, and its reason. */
export type LiveOrder = Schemas["LiveOrder"];
type LiveReason = LiveOrder["reason"];

export interface CueState {
  phase: "fresh" | "waiting" | "sounding" | "left" | "over";
  /** When it began, or is to. */
  startMs: number;
  /** Where in the cue it began then; when it does not play, where it stopped. */
  fromMs: number;
}

/** What changes in a run: its place, the states of its cues, and when spans end. */
export interface SavedRun {
  place: number;
  states: readonly (readonly [string, CueState])[];
  ends: readonly (readonly [string, number])[];
}

const none: Fade = { ms: 0, curve: "equalPower" };
const fresh: CueState = { phase: "fresh", startMs: 0, fromMs: 0 };

/**
 * The rules of a live show, carried out in the page so that a show goes on when the server is gone. The reference implementation with
 * explanations is LiveRun in Core/Live; the walks beside this file, recorded from it, hold this to it.
 */
export class LiveRun {
  place = -1;
  private states = new Map<string, CueState>();
  private orders: LiveOrder[] = [];
  private now = 0;
  private ends = new Map<string, number>();
  private left: LivePlace | undefined;
  private cues: Map<string, LiveCue>;

  constructor(readonly plan: LivePlan) {
    this.cues = new Map(plan.cues.map((c) => [c.id, c]));
  }

  stateOf = (cueId: string): CueState => this.states.get(cueId) ?? fresh;

  cue(cueId: string): LiveCue {
    const cue = this.cues.get(cueId);
    if (!cue) throw new Error(`The plan has no cue ${cueId}.`);
    return cue;
  }

  /** What has changed since the run began. */
  save(): SavedRun {
    return { place: this.place, states: [...this.states], ends: [...this.ends] };
  }

  /** Goes on with a saved run, whose times were so many milliseconds less. */
  restore({ place, states, ends }: SavedRun, shiftMs: number) {
    this.place = place;
    // A time of 0 is that of a cue that does not play.
    const shifted = (state: CueState) => (isActive(state) ? { ...state, startMs: state.startMs + shiftMs } : state);
    this.states = new Map(states.map(([id, state]) => [id, shifted(state)]));
    this.ends = new Map(ends.map(([id, at]) => [id, at + shiftMs]));
  }

  /** The orders of going to a place, and the run after that; nothing is changed. */
  simulate(place: number, atMs: number): { orders: LiveOrder[]; then: LiveRun } {
    const ahead = new LiveRun(this.plan);
    ahead.place = this.place;
    ahead.states = new Map(this.states);
    ahead.ends = new Map(this.ends);
    return { orders: ahead.take({ kind: "goTo", place, atMs }), then: ahead };
  }

  take(happened: LiveEvent): LiveOrder[] {
    this.orders = [];
    this.now = happened.atMs;
    const { kind, cueId = "", fromMs = 0 } = happened;
    const state = this.stateOf(cueId);
    if (kind === "goTo") this.goTo(happened.place ?? 0);
    else if (kind === "due") {
      if (this.isOver(cueId)) {
        this.ends.delete(cueId);
        this.stop(this.cue(cueId), this.cue(cueId).fadeOut, "spanEnded", "over");
      } else if (state.phase === "waiting" && state.startMs <= this.now)
        this.start(this.cue(cueId), state.fromMs, state.fromMs > 0 ? "cameBack" : "began");
    } else if (kind === "start") {
      if (this.held(cueId)) this.start(this.cue(cueId), fromMs, "hand");
    } else if (kind === "seek") {
      if (state.phase !== "sounding") return [];
      this.order({ kind: "stop", cueId, reason: "hand", fade: this.plan.edge });
      this.begin(this.cue(cueId), fromMs, this.plan.edge, "hand");
    } else if (kind === "fadeOut") {
      if (isActive(state))
        this.stop(this.cue(cueId), { ms: this.plan.handFadeMs, curve: "equalPower" }, "hand", "over");
    } else if (kind === "silence") {
      for (const cue of this.active())
        this.stop(cue, { ms: this.plan.silenceFadeMs, curve: "equalPower" }, "silence", "over");
    } else if (kind === "resume") this.resume(happened.paused ?? []);
    else if (state.phase === "sounding") {
      this.states.set(cueId, { phase: "over", startMs: 0, fromMs: 0 });
      this.order({ kind: "ended", cueId, reason: "finished" });
      this.follow(cueId, false);
    }
    return this.orders;
  }

  /** Whether a cue plays or is about to. */
  isActive = (cueId: string) => isActive(this.stateOf(cueId));

  private goTo(place: number) {
    const before = this.plan.places[this.place];
    const here = this.plan.places[place];
    if (!here || (place === this.place && !before?.loops)) return;
    const sameSlide = before?.slideId === here.slideId && place !== this.place;
    const forward = place > this.place;
    this.place = place;
    this.left = before;
    this.ends.clear();
    const comes = ({ cueId }: LiveBegin) => this.toBegin(cueId, sameSlide, forward);
    const begins = here.begins.filter((b) => this.cue(b.cueId).after === null && comes(b));
    const takesOver = begins.some((b) => b.delayMs === 0 && this.cue(b.cueId).kind === "bed");
    for (const cue of this.active().filter((c) => !here.held.includes(c.id))) {
      const sounds = this.stateOf(cue.id).phase === "sounding";
      if (sounds && (cue.playsPastSpan || (cue.kind === "bed" && takesOver))) continue;
      this.stop(cue, cue.fadeOut, "spanEnded", "left");
    }
    for (const [id, state] of this.states)
      if (state.phase === "over" && !here.held.includes(id)) this.states.set(id, { ...state, phase: "left" });
    for (const begin of begins) this.come(begin);
    for (const begin of here.begins) if (this.cue(begin.cueId).after !== null && comes(begin)) this.come(begin);
    for (const { cueId, delayMs } of here.ends) {
      this.ends.set(cueId, this.now + delayMs);
      this.order({ kind: "wait", cueId, reason: "spanEnded", inMs: delayMs });
    }
    this.left = undefined;
  }

  private resume(paused: readonly string[]) {
    for (const [cueId, at] of [...this.ends]) {
      if (at > this.now) {
        this.order({ kind: "wait", cueId, reason: "spanEnded", inMs: at - this.now });
        continue;
      }
      this.ends.delete(cueId);
      if (this.isActive(cueId) && this.stateOf(cueId).startMs < at)
        this.states.set(cueId, { phase: "over", startMs: 0, fromMs: 0 });
    }
    const ended: string[] = [];
    for (const cue of this.active().filter((c) => !paused.includes(c.id))) {
      const state = this.stateOf(cue.id);
      if (state.startMs > this.now) {
        this.order({ kind: "wait", cueId: cue.id, reason: "began", inMs: state.startMs - this.now });
        continue;
      }
      const position = state.fromMs + this.now - state.startMs;
      const isOver = cue.lengthMs !== null && position >= cue.lengthMs;
      if (!isOver && (cue.kind === "bed" || cue.kind === "video")) {
        if (state.phase === "waiting") this.start(cue, position, "began");
        else this.begin(cue, position, { ms: this.plan.silenceFadeMs, curve: "equalPower" }, "cameBack");
        continue;
      }
      this.states.set(cue.id, { phase: "over", startMs: 0, fromMs: isOver ? 0 : position });
      if (isOver) ended.push(cue.id);
    }
    for (const cueId of ended) this.follow(cueId, false);
  }

  private isOver = (cueId: string) =>
    (this.ends.get(cueId) ?? Number.POSITIVE_INFINITY) <= this.now && isActive(this.stateOf(cueId));

  private come({ cueId, delayMs }: LiveBegin) {
    const cue = this.cue(cueId);
    const state = this.stateOf(cueId);
    const from = cue.return === "pickUp" && state.phase === "left" ? state.fromMs : 0;
    if (delayMs === 0) this.start(cue, from, from > 0 ? "cameBack" : "began");
    else this.wait(cue, from, delayMs);
  }

  private toBegin(cueId: string, sameSlide: boolean, forward: boolean) {
    const state = this.stateOf(cueId);
    if (isActive(state)) return false;
    const { after } = this.cue(cueId);
    if (after !== null && this.plan.cues.some((c) => c.cueId === after && this.isToEnd(c.id))) return false;
    return this.cue(cueId).kind === "bed" ? state.phase !== "over" : !sameSlide || forward;
  }

  private isToEnd(cueId: string) {
    const state = this.stateOf(cueId);
    return (
      isActive(state) ||
      (state.phase !== "over" && this.plan.places.slice(this.place).some((p) => p.held.includes(cueId)))
    );
  }

  private wait(cue: LiveCue, fromMs: number, delayMs: number) {
    this.states.set(cue.id, { phase: "waiting", startMs: this.now + delayMs, fromMs });
    this.order({ kind: "wait", cueId: cue.id, reason: "began", inMs: delayMs });
  }

  private start(cue: LiveCue, fromMs: number, reason: LiveReason) {
    if (this.stateOf(cue.id).phase === "sounding")
      this.order({ kind: "stop", cueId: cue.id, reason: "hand", fade: this.plan.edge });
    this.states.set(cue.id, { phase: "sounding", startMs: this.now, fromMs });
    let fade = cue.fadeIn;
    if (cue.kind === "bed")
      for (const other of this.active()) {
        if (other.kind !== "bed" || other.id === cue.id || this.stateOf(other.id).phase !== "sounding") continue;
        fade = { ms: Math.max(this.plan.edge.ms, cue.handoverMs), curve: "equalPower" };
        this.stop(other, fade, "takenOver", this.held(other.id) ? "over" : "left", cue.id);
      }
    this.begin(cue, fromMs, this.atLeastAnEdge(fade), reason);
  }

  private begin(cue: LiveCue, fromMs: number, fade: Fade, reason: LiveReason) {
    this.states.set(cue.id, { phase: "sounding", startMs: this.now, fromMs });
    this.order({ kind: "start", cueId: cue.id, reason, fromMs, fade });
  }

  private stop(cue: LiveCue, fade: Fade, reason: LiveReason, then: "left" | "over", by: string | null = null) {
    const state = this.stateOf(cue.id);
    const sounded = state.phase === "sounding";
    const position = state.fromMs + (sounded ? this.now - state.startMs : 0);
    const fromMs = cue.lengthMs !== null && position >= cue.lengthMs ? 0 : position;
    this.states.set(cue.id, { phase: then, startMs: 0, fromMs });
    if (!sounded) return;
    this.order({ kind: "stop", cueId: cue.id, reason, fade: this.atLeastAnEdge(fade), by });
    if (reason !== "silence") this.follow(cue.id, reason === "takenOver");
  }

  private follow(endedId: string, takenOver: boolean) {
    const ended = this.cue(endedId).cueId;
    for (const cue of this.plan.cues) {
      if (cue.after !== ended || !this.waits(cue.id)) continue;
      if (takenOver && cue.kind === "bed" && cue.gapMs === 0) continue;
      const { phase } = this.stateOf(cue.id);
      if (phase !== "fresh" && phase !== "left") continue;
      if (cue.gapMs === 0) this.start(cue, 0, "followed");
      else this.wait(cue, 0, cue.gapMs);
    }
  }

  private waits = (cueId: string) => this.held(cueId) && this.left?.held.includes(cueId) !== false;

  private held = (cueId: string) => this.plan.places[this.place]?.held.includes(cueId) ?? false;

  private active = () => this.plan.cues.filter((c) => isActive(this.stateOf(c.id)));

  private atLeastAnEdge(fade: Fade): Fade {
    return fade.ms < this.plan.edge.ms ? this.plan.edge : fade;
  }

  private order(order: Pick<LiveOrder, "kind" | "cueId" | "reason"> & Partial<LiveOrder>) {
    this.orders.push({ inMs: 0, fromMs: 0, fade: none, by: null, ...order });
  }
}

const isActive = (state: CueState) => state.phase === "sounding" || state.phase === "waiting";
