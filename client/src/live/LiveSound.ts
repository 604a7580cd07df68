import type { Schemas } from "../api/client";
import { framesPerSecond } from "../ui/format";
import limiterUrl from "./limiterWorklet?worker&url";
import type { Fade, LiveCue, LiveOrder } from "./run";

type RunView = Schemas["RunView"];

interface Voice {
  cue: LiveCue;
  source: AudioBufferSourceNode;
  /** Dies away when it is stopped, behind what swells it in. */
  out: GainNode;
  /** The audio clock's time at which its first sample would have sounded. */
  origin: number;
}

const heldEdge = 0.03; // seconds in which all is held or let go
const duckSlack = 0.001;

/**
 * Carries out what is ordered, on the audio clock: each cue from its stem, which the engine rendered, so that what sounds is what was set.
 * Stems that go round do so to the sample.
 */
export class LiveSound {
  readonly context = new AudioContext({ sampleRate: framesPerSecond, latencyHint: "interactive" });
  private stems = new Map<string, { buffer: AudioBuffer; loopFrom: number }>();
  private voices = new Map<string, Voice>();
  private level = this.context.createGain();
  private hold = this.context.createGain();
  private beds = this.context.createGain();
  readonly analyser = this.context.createAnalyser();
  private ducking = 0;
  private limited = false;

  constructor(
    private run: RunView,
    private ended: (cueId: string) => void,
  ) {
    this.beds.connect(this.level);
    this.level.connect(this.hold);
    this.analyser.connect(this.context.destination);
  }

  /** Puts the limiter behind the sum, as behind that of a film; to be waited for before anything sounds. */
  async prepare() {
    if (this.limited) return;
    await this.context.audioWorklet.addModule(limiterUrl);
    const limiter = new AudioWorkletNode(this.context, "limiter", { outputChannelCount: [2] });
    this.hold.connect(limiter).connect(this.analyser);
    this.limited = true;
  }

  /** The moment by the clock the sounds are played by, in milliseconds. */
  now = () => Math.round(this.context.currentTime * 1000);

  put(cueId: string, left: Float32Array<ArrayBuffer>, right: Float32Array<ArrayBuffer>, loopFrom: number) {
    const buffer = this.context.createBuffer(2, Math.max(1, left.length), framesPerSecond);
    buffer.copyToChannel(left, 0);
    buffer.copyToChannel(right, 1);
    this.stems.set(cueId, { buffer, loopFrom });
  }

  has = (cueId: string) => this.stems.has(cueId);

  carryOut(order: LiveOrder, cue: LiveCue) {
    if (order.kind === "start") this.start(cue, order.fromMs, order.fade);
    else if (order.kind === "stop") this.stop(cue.id, order.fade);
    else if (order.kind === "ended") this.drop(cue.id);
  }

  /** Calls back at a moment from now, by the audio clock: it is kept while other windows are in front. */
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

  /** How far into a cue is heard now, in milliseconds from its start, rounds taken together. */
  positionMs(cueId: string): number | undefined {
    const voice = this.voices.get(cueId);
    return voice && (this.context.currentTime - voice.origin) * 1000;
  }

  /** Holds one cue where it is; gives where that is, in milliseconds from its start. */
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
    for (const id of [...this.voices.keys()]) this.stop(id, { ms: 5, curve: "linear" });
    window.setTimeout(() => void this.context.close(), 50);
  }

  private start(cue: LiveCue, fromMs: number, fade: Fade) {
    const stem = this.stems.get(cue.cueId);
    if (!stem) return;
    const { buffer, loopFrom } = stem;
    const source = this.context.createBufferSource();
    source.buffer = buffer;
    const at = this.context.currentTime;
    let from = Math.round((fromMs / 1000) * framesPerSecond);
    if (loopFrom < buffer.length) {
      source.loop = true;
      source.loopStart = loopFrom / framesPerSecond;
      source.loopEnd = buffer.length / framesPerSecond;
      if (from >= buffer.length) from = loopFrom + ((from - loopFrom) % (buffer.length - loopFrom));
    } else if (from >= buffer.length) from = 0;
    const gain = this.context.createGain();
    gain.gain.setValueCurveAtTime(this.curve(fade), at, fade.ms / 1000);
    // Two fades in a row, so that a swell under way is not broken off by the way out.
    const out = this.context.createGain();
    source
      .connect(gain)
      .connect(out)
      .connect(cue.kind === "bed" ? this.beds : this.level);
    source.start(at, from / framesPerSecond);
    const voice = { cue, source, out, origin: at - from / framesPerSecond };
    source.onended = () => {
      if (this.voices.get(cue.id) === voice) this.ended(cue.id);
    };
    this.voices.set(cue.id, voice);
    this.duck();
  }

  private stop(cueId: string, fade: Fade) {
    const voice = this.voices.get(cueId);
    if (!voice) return;
    this.voices.delete(cueId);
    const { source, out } = voice;
    const at = this.context.currentTime;
    out.gain.setValueCurveAtTime(this.curve(fade).reverse(), at, fade.ms / 1000);
    source.stop(at + fade.ms / 1000 + 0.01);
    source.onended = () => out.disconnect();
    this.duck();
  }

  private drop(cueId: string) {
    this.voices.get(cueId)?.out.disconnect();
    this.voices.delete(cueId);
    this.duck();
  }

  private curve = (fade: Fade) => Float32Array.from(this.run.curves[fade.curve] ?? [0, 1]);

  /** Beds make room as long as a voice sounds for which they are to, and a while after. */
  private duck() {
    const { gain, attackMs, holdMs, releaseMs } = this.run.duck;
    const voices = [...this.voices.values()].filter((v) => v.cue.ducks).length;
    const [at, param] = [this.context.currentTime, this.beds.gain];
    if (voices > 0 && this.ducking === 0) {
      param.cancelScheduledValues(at);
      param.setValueAtTime(Math.max(param.value, duckSlack), at);
      param.exponentialRampToValueAtTime(gain, at + attackMs / 1000);
    } else if (voices === 0 && this.ducking > 0) {
      const up = at + holdMs / 1000;
      param.cancelScheduledValues(at);
      param.setValueAtTime(gain, up);
      param.exponentialRampToValueAtTime(1, up + releaseMs / 1000);
    }
    this.ducking = voices;
  }
}
