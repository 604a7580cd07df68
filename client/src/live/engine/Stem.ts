import type { Schemas } from "../../api/client";

/** Returns a piece, encoded. */
type ReadPiece = (piece: number) => Promise<ArrayBuffer>;

/** The sound of cues: a course of frames in pieces, decoded when needed. */
export interface Stem {
  readonly frames: number;
  /** The frame from which it repeats without end; {@link frames} if it does not. */
  readonly loopFrom: number;
  readonly pieceFrames: number;
  /** A piece, if it is decoded. */
  ready(piece: number): AudioBuffer | undefined;
  decoded(piece: number): Promise<AudioBuffer>;
}

/** A frame of the course of a stem as a frame of the stem, repeats folded; undefined after its end. */
export function frameWithin({ frames, loopFrom }: Stem, frame: number): number | undefined {
  if (frame < frames) return frame;
  return loopFrom < frames ? loopFrom + ((frame - loopFrom) % (frames - loopFrom)) : undefined;
}

/** The piece of a stem with a frame of its course; the first one after its end. */
export const pieceAt = (stem: Stem, frame: number) => Math.floor((frameWithin(stem, frame) ?? 0) / stem.pieceFrames);

const mostBytes = 48e6; // decoded and at hand, for all stems together: room for all that is expected at a place
const floatBytes = 4;

/** The stems of a run, and their most recently used decoded pieces. */
export class Stems {
  private stems = new Map<number, Stem>();
  private pieces = new Map<string, Promise<AudioBuffer> | AudioBuffer>();
  private bytes = 0;

  constructor(
    private context: BaseAudioContext,
    private view: Schemas["RunView"],
  ) {}

  /** Adds a stem. */
  add(index: number, read: ReadPiece) {
    const stem = this.view.stems[index];
    if (!stem) return;
    const key = (piece: number) => `${index}/${piece}`;
    this.stems.set(index, {
      ...stem,
      pieceFrames: this.view.pieceFrames,
      ready: (piece) => this.used(key(piece)),
      decoded: (piece) => this.decode(key(piece), () => read(piece)),
    });
  }

  /** The stem of a cue, if it is there. */
  of(cueId: string): Stem | undefined {
    return this.stems.get(this.view.stems.findIndex((s) => s.cueIds.includes(cueId)));
  }

  private used(key: string): AudioBuffer | undefined {
    const piece = this.pieces.get(key);
    if (!piece || piece instanceof Promise) return undefined;
    this.pieces.delete(key);
    this.pieces.set(key, piece);
    return piece;
  }

  private async decode(key: string, read: () => Promise<ArrayBuffer>): Promise<AudioBuffer> {
    const there = this.used(key) ?? this.pieces.get(key);
    if (there) return there;
    const making = read().then((bytes) => this.context.decodeAudioData(bytes));
    this.pieces.set(key, making);
    try {
      const piece = await making;
      // Once its samples have been accessed, the browser accounts for a piece's memory and frees it in time; otherwise hundreds of megabytes accumulate.
      for (let channel = 0; channel < piece.numberOfChannels; channel++) piece.getChannelData(channel);
      this.pieces.set(key, piece);
      this.bytes += weight(piece);
      for (const [old, decoded] of this.pieces) {
        if (this.bytes <= mostBytes) break;
        if (old === key || decoded instanceof Promise) continue;
        this.pieces.delete(old);
        this.bytes -= weight(decoded);
      }
      return piece;
    } catch (e) {
      this.pieces.delete(key);
      throw e;
    }
  }
}

const weight = (piece: AudioBuffer) => piece.length * piece.numberOfChannels * floatBytes;
