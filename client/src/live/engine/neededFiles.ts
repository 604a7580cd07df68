import { videoFileUrl, type Schemas } from "../../api/client";
import { keyOf, type Picture, type Pictures } from "./pictures";

type RunView = Schemas["RunView"];

/** A file that a run needs. */
export type NeededFile = {
  address: string;
  /** When it can be needed first, by the plan, in milliseconds. */
  atMs: number;
  /** Its part of the progress. */
  weight: number;
} & (
  | { kind: "picture"; picture: Picture; number: number }
  | { kind: "piece"; stem: number; piece: number }
  | { kind: "video"; file: string }
);

const firstPlaces = 2; // that must be there before a show begins
const firstPieces = 2; // of what plays there: nearly ten seconds
const videoWeight = 20; // in pictures and pieces

/** The address of a piece of a stem. */
export const pieceUrl = (showId: string, run: RunView, stem: number, piece: number) =>
  `/api/shows/${showId}/stems/${run.stems[stem]?.key ?? ""}/${piece}`;

/** All files of a run, in the order in which they can be needed from its beginning on. */
export function filesOf(showId: string, run: RunView, pictures: Pictures): NeededFile[] {
  const files = new Map<string, NeededFile>();
  const add = (file: NeededFile) => {
    const known = files.get(file.address);
    if (!known || known.atMs > file.atMs) files.set(file.address, file);
  };
  const pieceMs = run.pieceFrames / 48;
  const stemOf = new Map(run.stems.flatMap((stem, index) => stem.cueIds.map((id) => [id, index] as const)));
  for (const place of run.plan.places) {
    const picture = pictures.get(keyOf(place));
    if (picture)
      add({ kind: "picture", address: picture.address, atMs: place.atMs, weight: 1, picture, number: place.number });
    for (const id of place.held) {
      const stem = stemOf.get(id);
      if (stem === undefined) continue;
      for (let piece = 0; piece < piecesOf(run, stem); piece++)
        add({
          kind: "piece",
          address: pieceUrl(showId, run, stem, piece),
          atMs: place.atMs + piece * pieceMs,
          weight: 1,
          stem,
          piece,
        });
    }
  }
  for (const { video } of run.plan.cues)
    if (video)
      add({
        kind: "video",
        address: videoFileUrl(showId, video.file),
        atMs: run.plan.places[video.firstPlace]?.atMs ?? 0,
        weight: videoWeight,
        file: video.file,
      });
  return [...files.values()].sort((a, b) => a.atMs - b.atMs);
}

/** The addresses needed to show a place: its picture and videos, and the beginnings of what plays there. */
export function neededOn(showId: string, run: RunView, pictures: Pictures, place: number): string[] {
  const here = run.plan.places[place];
  if (!here) return [];
  const videos = run.plan.cues.flatMap(({ video }) =>
    video && place >= video.firstPlace && place <= video.lastPlace ? [videoFileUrl(showId, video.file)] : [],
  );
  const pieces = here.held.flatMap((id) => firstPiecesOf(showId, run, id, firstPieces));
  return [pictures.get(keyOf(here))?.address ?? [], videos, pieces].flat();
}

/** The addresses needed before a show can begin at a place, or soon after going there: those of the first places, and the beginnings of all manual cues. */
export function neededAt(showId: string, run: RunView, pictures: Pictures, place: number): Set<string> {
  const near = Array.from({ length: firstPlaces }, (_, n) => neededOn(showId, run, pictures, place + n));
  const manual = run.plan.places.flatMap((p) => p.byHand.flatMap((id) => firstPiecesOf(showId, run, id, 1)));
  return new Set([...near.flat(), ...manual]);
}

function firstPiecesOf(showId: string, run: RunView, cueId: string, count: number): string[] {
  const stem = run.stems.findIndex((s) => s.cueIds.includes(cueId));
  return Array.from({ length: Math.min(count, piecesOf(run, stem)) }, (_, piece) => pieceUrl(showId, run, stem, piece));
}

const piecesOf = (run: RunView, stem: number) => Math.ceil((run.stems[stem]?.frames ?? 0) / run.pieceFrames);
