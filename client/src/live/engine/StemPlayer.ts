import { frameWithin, type Stem } from "./Stem";

const ahead = 6; // seconds that are decoded and set before they are due
const lead = 0.015; // seconds from being called for to sounding, where a piece must meet the next: what is set at once begins some blocks late

/** A playing stem: its pieces one after the other, joined to the sample. */
export class StemPlayer {
  /** The audio clock's time of its first sample; undefined until it plays. */
  origin: number | undefined;
  private until = Infinity;
  private sources = new Set<AudioBufferSourceNode>();
  private oneEnded = () => {};

  constructor(
    private context: BaseAudioContext,
    private stem: Stem,
    private to: AudioNode,
    /** Called when it begins to play, with the audio clock's time, and when it has ended or was stopped. */
    private told: { begun: (at: number) => void; ended: () => void },
  ) {}

  /** Starts it from a frame. It may begin before this returns. */
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
    // Scheduled pieces are counted in whole frames from the start, so that errors do not add up.
    let [frame, laid] = [frameWithin(this.stem, fromFrame) ?? 0, 0];
    let began: number | undefined;
    while (stem.frames > 0) {
      const piece = Math.floor(frame / stem.pieceFrames);
      const buffer = stem.ready(piece) ?? (await stem.decoded(piece).catch(() => undefined));
      // A piece that cannot be read is silent, and the next follows on time.
      const length = buffer?.length ?? Math.min(stem.pieceFrames, stem.frames - piece * stem.pieceFrames);
      const now = Math.ceil(context.currentTime * rate);
      if (began === undefined) {
        if (this.until === -Infinity) break;
        const alone = stem.frames <= stem.pieceFrames && stem.loopFrom >= stem.frames;
        began = alone ? now : now + Math.round(lead * rate);
        this.origin = (began - frame) / rate;
        this.told.begun(began / rate);
      }
      // If the machine was busy past its time, it continues where it would be.
      const late = Math.max(0, now - began - laid);
      const offset = frame - piece * stem.pieceFrames + late;
      if (buffer && offset < length) this.lay(buffer, (began + laid + late) / rate, offset / rate);
      laid += length - (frame - piece * stem.pieceFrames);
      const next = frameWithin(stem, piece * stem.pieceFrames + length);
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
    // Not before the constructor's caller has it.
    queueMicrotask(this.told.ended);
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
