import type { Stem } from "./Stem";

const ahead = 6; // seconds that are decoded and set before they are due
const lead = 0.015; // seconds from being called for to sounding, where a piece must meet the next: what is set at once begins some blocks late

/** A stem under way: one piece after the other, each to the sample where the one before ends. */
export class StemPlayer {
  /** The audio clock's time at which its first sample would have sounded; nothing until it sounds. */
  origin: number | undefined;
  private until = Infinity;
  private sources = new Set<AudioBufferSourceNode>();
  private oneEnded = () => {};

  constructor(
    private context: BaseAudioContext,
    private stem: Stem,
    private to: AudioNode,
    /** Called when it begins to sound, with the audio clock's time, and when it has ended by itself or was stopped. */
    private told: { begun: (at: number) => void; ended: () => void },
  ) {}

  /** Starts it from a frame. It can begin at once, before this returns. */
  start(fromFrame: number) {
    void this.run(fromFrame);
  }

  /** Stops it at a time of the audio clock. */
  stop(at: number) {
    this.until = Math.min(this.until, at);
    for (const source of this.sources) source.stop(this.until);
    if (this.origin === undefined) this.until = -Infinity;
    this.oneEnded();
  }

  private async run(fromFrame: number) {
    const { stem, context } = this;
    const rate = context.sampleRate;
    // What is laid is counted in whole frames from where it began, so that no error adds up.
    let [frame, laid] = [this.within(fromFrame) ?? 0, 0];
    let began: number | undefined;
    while (stem.frames > 0) {
      const piece = Math.floor(frame / stem.pieceFrames);
      const buffer = stem.ready(piece) ?? (await stem.decoded(piece).catch(() => undefined));
      // What cannot be read is silent, and the next comes in its time.
      const length = buffer?.length ?? Math.min(stem.pieceFrames, stem.frames - piece * stem.pieceFrames);
      const now = Math.ceil(context.currentTime * rate);
      if (began === undefined) {
        if (this.until === -Infinity) break;
        const alone = stem.frames <= stem.pieceFrames && stem.loopFrom >= stem.frames;
        began = alone ? now : now + Math.round(lead * rate);
        this.origin = (began - frame) / rate;
        this.told.begun(began / rate);
      }
      // Where the machine was kept busy so long that its time has come, it goes on where it would be.
      const late = Math.max(0, now - began - laid);
      const offset = frame - piece * stem.pieceFrames + late;
      if (buffer && offset < length) this.lay(buffer, (began + laid + late) / rate, offset / rate);
      laid += length - (frame - piece * stem.pieceFrames);
      const next = this.within(piece * stem.pieceFrames + length);
      if (next === undefined) break;
      frame = next;
      while (
        began + laid > (context.currentTime + ahead) * rate &&
        this.sources.size > 0 &&
        (began + laid) / rate < this.until
      )
        await new Promise<void>((done) => (this.oneEnded = done));
      if ((began + laid) / rate >= this.until) break;
    }
    while (this.sources.size > 0) await new Promise<void>((done) => (this.oneEnded = done));
    // Not before its maker has it in hand.
    queueMicrotask(this.told.ended);
  }

  /** A frame of its course as one of the stem: round and round where it loops; nothing where it is over. */
  private within(frame: number): number | undefined {
    const { frames, loopFrom } = this.stem;
    if (frame < frames) return frame;
    return loopFrom < frames ? loopFrom + ((frame - loopFrom) % (frames - loopFrom)) : undefined;
  }

  private lay(buffer: AudioBuffer, at: number, offset: number) {
    const source = this.context.createBufferSource();
    source.buffer = buffer;
    source.connect(this.to);
    source.start(at, offset);
    if (this.until < Infinity) source.stop(this.until);
    this.sources.add(source);
    source.onended = () => {
      source.disconnect();
      this.sources.delete(source);
      this.oneEnded();
    };
  }
}
