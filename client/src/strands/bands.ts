import { useSyncExternalStore } from "react";
import type { ShowView, SoundKind, StrandView } from "../api/client";
import { words } from "./words";

/** The band of a kind of sound: its width, and half a strand's width at 0 dB where there is room, in pixels. */
interface Band {
  kind: SoundKind;
  title: string;
  width: number;
  fullest: number;
}

/** The bands of the strands, from the slides outward; the one for videos only when there are any. */
export interface Bands {
  all: readonly Band[];
  width: number;
}

export const bandsOf = (widths: readonly [Band["width"], Band["fullest"]][]): Bands => {
  const kinds = ["bed", "voice", "spot", "video"] as const;
  const all = kinds.slice(0, widths.length).map((kind, i) => ({
    kind,
    title: words.bands[kind],
    width: widths[i]?.[0] ?? 0,
    fullest: widths[i]?.[1] ?? 0,
  }));
  return {
    all,
    width: all.reduce((sum, band) => sum + band.width, 0),
  };
};

export const narrowBands = bandsOf([
  [148, 23],
  [96, 13],
  [96, 11],
]);
const tightBands = bandsOf([
  [104, 18],
  [72, 10],
  [78, 9],
]);
const wideBands = bandsOf([
  [290, 40],
  [190, 24],
  [190, 20],
]);
const narrowWithVideos = bandsOf([
  [112, 16],
  [86, 8],
  [86, 8],
  [80, 8],
]);
const tightWithVideos = bandsOf([
  [84, 14],
  [54, 10],
  [76, 9],
  [54, 10],
]);
const wideWithVideos = bandsOf([
  [250, 36],
  [160, 22],
  [160, 18],
  [140, 18],
]);

/** The room across the page. */
const rooms = (typeof matchMedia === "undefined" ? [] : ["(min-width: 1600px)", "(min-width: 1280px)"]).map((room) =>
  matchMedia(room),
);
const followRoom = (changed: () => void) => {
  for (const room of rooms) room.addEventListener("change", changed);
  return () => rooms.forEach((room) => room.removeEventListener("change", changed));
};
/** 2 for much, 1, or 0. */
const roomNow = () => rooms.filter((room) => room.matches).length;

/** The bands that fit. */
export function useBands({ show }: ShowView): Bands {
  const room = useSyncExternalStore(followRoom, roomNow);
  const [tight, usual, wide] = show.sounds.some((s) => s.kind === "video" && !s.removed)
    ? [tightWithVideos, narrowWithVideos, wideWithVideos]
    : [tightBands, narrowBands, wideBands];
  return room === 2 ? wide : room === 1 ? usual : tight;
}

/** A strand with its horizontal position. */
export interface StrandLayout {
  strand: StrandView;
  kind: SoundKind;
  name: string;
  /** The centre of the strand and half its width at 0 dB, in pixels from the left of the bands. */
  x: number;
  full: number;
  /** The left edge of its label, and the room for it, in pixels; with many strands side by side too little for a horizontal name. */
  labelX: number;
  room: number;
}

/** The least room for a horizontal name, in pixels. */
export const leastRoom = 36;

/** The vertical extent of something. */
interface Extent {
  top: number;
  bottom: number;
}

const inTime = (strand: StrandView): Extent => ({ top: strand.startFrame, bottom: strand.endFrame });

/** Half a strand's width where several are close together, and the gap between them, in pixels. */
const closeHalf = 7;
const between = 4;

/**
 * Lays out the strands. Strands of a band that overlap in time, or would be drawn over each other, are put side by side, as wide as
 * there is room. Short ones are put close together to leave room for their names beside them.
 */
export function layOutStrands(
  strands: readonly StrandView[],
  cues: ShowView["show"]["cues"],
  sounds: ShowView["show"]["sounds"],
  bands: Bands,
  extentOf: (strand: StrandView) => Extent = inTime,
): StrandLayout[] {
  const soundOf = new Map(cues.map((cue) => [cue.id, sounds.find((s) => s.id === cue.soundId)]));
  let left = 0;
  return bands.all.flatMap(({ kind, width, fullest }) => {
    const own = strands.filter((s) => soundOf.get(s.cueId)?.kind === kind).sort((a, b) => a.startFrame - b.startFrame);
    const layout = overlapGroups(own, extentOf).flatMap(({ strands: group, lanes }) => {
      const count = 1 + Math.max(0, ...lanes);
      const beside = width - count * (2 * closeHalf + between) - 8;
      const close = count > 1 && kind !== "bed" && beside >= leastRoom;
      const laneWidth = close ? 2 * closeHalf + between : width / count;
      const full = close ? closeHalf : Math.min(fullest, laneWidth / 2 - 8);
      return group.map((strand, i) => {
        const x = left + laneWidth * (lanes[i] ?? 0) + full + 7;
        const labelX = close ? left + laneWidth * count + 7 : x + full + 7;
        const room = close ? beside : laneWidth - 2 * full - 18;
        return { strand, kind, name: soundOf.get(strand.cueId)?.name ?? "", x, full, labelX, room };
      });
    });
    left += width;
    return layout;
  });
}

interface OverlapGroup {
  strands: StrandView[];
  /** The lane of each strand. */
  lanes: number[];
}

/** Strands by start, split into groups that do not overlap in time, each strand in the first free lane. */
function overlapGroups(strands: readonly StrandView[], extentOf: (strand: StrandView) => Extent): OverlapGroup[] {
  const found: OverlapGroup[] = [];
  const takers = new Map(strands.flatMap((s) => (s.crossfadesFrom ? [[s.crossfadesFrom, s] as const] : [])));
  let ends: number[] = [];
  for (const strand of strands) {
    const { top, bottom } = extentOf(strand);
    let group = found.at(-1);
    if (!group || ends.every((end) => end <= top)) {
      group = { strands: [], lanes: [] };
      found.push(group);
      ends = [];
    }
    const free = ends.findIndex((end) => end <= top);
    const lane = free < 0 ? ends.length : free;
    // A strand that is replaced by another is above it; they overlap in the crossfade.
    const next = takers.get(strand.cueId);
    ends[lane] = Math.min(bottom, next ? extentOf(next).top : Infinity);
    group.strands.push(strand);
    group.lanes.push(lane);
  }
  return found;
}
