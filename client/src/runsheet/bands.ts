import type { ShowView, SoundKind, StrandView } from "../api/client";

/** The three bands strands hang in, from the slides outward, with their widths in pixels. */
export const bands: readonly { kind: SoundKind; title: string; width: number }[] = [
  { kind: "bed", title: "Beds", width: 148 },
  { kind: "voice", title: "Voices", width: 96 },
  { kind: "spot", title: "Spots", width: 96 },
];

export const bandsWidth = bands.reduce((sum, band) => sum + band.width, 0);
/** Half a strand's width at 0 dB, in pixels, where there is room. */
const fullestHalf: Record<SoundKind, number> = { bed: 23, voice: 13, spot: 11 };

/** A strand with its place across the sheet. */
export interface HungStrand {
  strand: StrandView;
  kind: SoundKind;
  name: string;
  /** The middle of the strand, and half its width at 0 dB, in pixels from the left of the bands. */
  x: number;
  full: number;
  /** Room for its label beside it, in pixels; too little for a name across when several hang side by side. */
  room: number;
}

/** Hangs the strands: those that sound at the same time in one band hang side by side. */
export function hang(view: ShowView): HungStrand[] {
  const soundOf = new Map(view.show.cues.map((cue) => [cue.id, view.show.sounds.find((s) => s.id === cue.soundId)]));
  let left = 0;
  return bands.flatMap(({ kind, width }) => {
    const own = view.strands
      .filter((s) => soundOf.get(s.cueId)?.kind === kind)
      .sort((a, b) => a.startFrame - b.startFrame);
    const ends: number[] = [];
    const lanes = own.map((strand) => {
      const free = ends.findIndex((end) => end <= strand.startFrame);
      const lane = free < 0 ? ends.length : free;
      // One that gives way to another hangs above it; where the handover is, they cross.
      ends[lane] = Math.min(strand.endFrame, own.find((s) => s.takesOverFrom === strand.cueId)?.startFrame ?? Infinity);
      return lane;
    });
    const laneWidth = width / Math.max(1, ends.length);
    const full = Math.min(fullestHalf[kind], laneWidth / 2 - 8);
    const hung = own.map((strand, i) => ({
      strand,
      kind,
      name: soundOf.get(strand.cueId)?.name ?? "",
      x: left + laneWidth * (lanes[i] ?? 0) + full + 7,
      full,
      room: laneWidth - 2 * full - 18,
    }));
    left += width;
    return hung;
  });
}
