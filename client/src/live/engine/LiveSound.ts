import type { Schemas } from "../../api/client";
import { framesPerSecond } from "../../ui/format";
import limiterUrl from "./limiterWorklet?worker&url";
import { courseOf, follow, overAt, type Speaker } from "./ducks";
import type { Fade, LiveCue, LiveOrder } from "./run";
import { pieceAt, Stems } from "./Stem";
import { StemPlayer } from "./StemPlayer";

type RunView = Schemas["RunView"];

interface Voice {
  cue: LiveCue;
  /** Where it begins, in milliseconds from the cue's start. */
  fromMs: number;
  player: StemPlayer;
  /** The fade-out of a stop, after the gain of the fade-in. */
  out: GainNode;
  /** The ducking gain of a bed. */
  room: GainNode | undefined;
}

const heldEdge = 0.03; // seconds in which all is held or let go

/** Carries out orders on the audio clock: each cue from its stem, rendered by the engine, so that it sounds as set. */
export class LiveSound {
  readonly context = new AudioContext({ sampleRate: framesPerSecond, latencyHint: "interactive" });
  readonly stems: Stems;
  private voices = new Map<string, Voice>();
  /** The last stop of each cue that has not begun again: where it had begun by the audio clock, and when its fade-out ends. */
  private stopped = new Map<string, { origin: number; until: number }>();
  private level = this.context.createGain();
  private hold = this.context.createGain();
  readonly analyser = this.context.createAnalyser();
  private speakers: (Speaker & { cueId: string })[] = [];
  private limited = false;
  private closed = false;

  constructor(
    private run: RunView,
    private ended: (cueId: string) => void,
  ) {
    this.stems = new Stems(this.context, run);
    this.level.connect(this.hold);
    this.analyser.connect(this.context.destination);
  }

  /** Adds the limiter after the sum, as in exports; to be awaited before anything plays. */
  async prepare() {
    if (this.limited) return;
    await this.context.audioWorklet.addModule(limiterUrl);
    const limiter = new AudioWorkletNode(this.context, "limiter", { outputChannelCount: [2] });
    this.hold.connect(limiter).connect(this.analyser);
    this.limited = true;
  }

  /** Does without the limiter on pages without worklets: overloads are clipped there. */
  goUnlimited() {
    this.hold.connect(this.analyser);
    this.limited = true;
  }

  /** The time of the audio clock, in milliseconds. */
  now = () => Math.round(this.context.currentTime * 1000);

  /** Decodes the beginnings of cues that may be needed soon. */
  expect(cueIds: Iterable<string>) {
    for (const id of cueIds)
      void this.stems
        .of(id)
        ?.decoded(0)
        .catch(() => undefined);
  }

  /** Decodes what cues play at positions in milliseconds from their starts. */
  async decodeAt(positions: readonly (readonly [string, number])[]) {
    await Promise.allSettled(
      positions.map(([id, ms]) => {
        const stem = this.stems.of(id);
        return stem?.decoded(pieceAt(stem, (ms / 1000) * framesPerSecond));
      }),
    );
  }

  carryOut(order: LiveOrder, cue: LiveCue) {
    if (order.kind === "start") this.start(cue, order.fromMs, order.fade);
    else if (order.kind === "stop") this.stop(cue.id, order.fade);
    else if (order.kind === "ended") this.drop(cue.id);
  }

  /** Calls back after a delay by the audio clock, which is exact even while other windows are in front. */
  alarm(ms: number, ring: () => void): () => void {
    const source = this.context.createConstantSource();
    const mute = this.context.createGain();
    mute.gain.value = 0;
    source.connect(mute).connect(this.context.destination);
    source.onended = ring;
    source.start();
    source.stop(this.context.currentTime + ms / 1000);
    return () => {
      source.onended = null;
      source.stop();
    };
  }

  setLevel(gain: number) {
    this.level.gain.setTargetAtTime(gain, this.context.currentTime, 0.02);
  }

  /** The output latency in seconds, as far as the browser knows. */
  lag = () => this.context.outputLatency || 0;

  /** The position in a cue that is heard now, in milliseconds from its start, repeats folded. */
  positionMs(cueId: string): number | undefined {
    const voice = this.voices.get(cueId);
    if (voice?.player.origin === undefined) return voice?.fromMs;
    return (this.context.currentTime - voice.player.origin) * 1000;
  }

  /** The position in a stopped cue that is heard now or was heard last, in milliseconds from its start, and whether it is still fading out. */
  stoppedMs(cueId: string): { ms: number; heard: boolean } | undefined {
    const stopped = this.stopped.get(cueId);
    if (!stopped) return undefined;
    const at = this.context.currentTime - this.lag();
    return { ms: Math.max(0, Math.min(at, stopped.until) - stopped.origin) * 1000, heard: at < stopped.until };
  }

  /** Pauses one cue; returns its position, in milliseconds from its start. */
  holdCue(cueId: string): number | undefined {
    const at = this.positionMs(cueId);
    this.stop(cueId, { ms: 20, curve: "linear" });
    return at;
  }

  async pause() {
    this.hold.gain.setTargetAtTime(0, this.context.currentTime, heldEdge / 4);
    await new Promise((done) => window.setTimeout(done, heldEdge * 1000));
    await this.context.suspend();
  }

  async resume() {
    await this.context.resume();
    this.hold.gain.setTargetAtTime(1, this.context.currentTime, heldEdge / 4);
  }

  close() {
    if (this.closed) return;
    this.closed = true;
    for (const id of [...this.voices.keys()]) this.stop(id, { ms: 5, curve: "linear" });
    window.setTimeout(() => void this.context.close(), 50);
  }

  private start(cue: LiveCue, fromMs: number, fade: Fade) {
    const stem = this.stems.of(cue.id);
    if (!stem) return;
    const gain = this.context.createGain();
    // Two fades in series, so that a fade-in under way is not interrupted by the fade-out.
    const out = this.context.createGain();
    const room = cue.kind === "bed" ? this.context.createGain() : undefined;
    if (room) gain.connect(room).connect(out).connect(this.level);
    else gain.connect(out).connect(this.level);
    const begun = (at: number) => {
      gain.gain.setValueCurveAtTime(this.curve(fade), at, fade.ms / 1000);
      // A cue that fades in under a voice is ducked from its beginning.
      const [first] = room ? courseOf(this.speakers, cue.overDb, at) : [];
      if (room && first) room.gain.value = 10 ** (first.db / 20);
      if (cue.duck) this.speakers.push({ duck: cue.duck, origin: at - fromMs / 1000, until: Infinity, cueId: cue.id });
      this.duckBeds();
    };
    const ended = () => {
      out.disconnect();
      if (this.voices.get(cue.id) === voice) this.ended(cue.id);
    };
    const from = Math.round((fromMs / 1000) * framesPerSecond);
    const voice: Voice = {
      cue,
      fromMs,
      out,
      room,
      player: new StemPlayer(this.context, stem, gain, { begun, ended }),
    };
    // Registered before it begins: a bed is ducked from its beginning under a voice that began before it.
    this.voices.set(cue.id, voice);
    this.stopped.delete(cue.id);
    voice.player.start(from);
  }

  private stop(cueId: string, fade: Fade) {
    const voice = this.voices.get(cueId);
    if (!voice) return;
    this.voices.delete(cueId);
    const at = this.context.currentTime;
    voice.out.gain.setValueCurveAtTime(this.curve(fade).reverse(), at, fade.ms / 1000);
    voice.player.stop(at + fade.ms / 1000 + 0.01);
    if (voice.player.origin !== undefined)
      this.stopped.set(cueId, { origin: voice.player.origin, until: at + fade.ms / 1000 });
    this.falls(cueId);
  }

  private drop(cueId: string) {
    this.voices.get(cueId)?.out.disconnect();
    this.voices.delete(cueId);
    this.falls(cueId);
  }

  private curve = (fade: Fade) => Float32Array.from(this.run.curves[fade.curve] ?? [0, 1]);

  /** When a voice ends, beds come up again. */
  private falls(cueId: string) {
    const now = this.context.currentTime;
    for (const speaker of this.speakers) if (speaker.cueId === cueId) speaker.until = Math.min(speaker.until, now);
    this.duckBeds();
  }

  /** Beds are ducked while voices actually speak, each by how far it is above its target. */
  private duckBeds() {
    const now = this.context.currentTime;
    this.speakers = this.speakers.filter((s) => overAt(s) > now);
    for (const { room, cue } of this.voices.values())
      if (room) follow(room.gain, courseOf(this.speakers, cue.overDb, now), now);
  }
}
