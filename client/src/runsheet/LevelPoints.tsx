import { changeCue } from "../api/changes";
import type { Cue, StrandView } from "../api/client";
import { useOpenShow } from "../show/openShow";
import { framesOfMs, msOfFrames } from "../ui/format";
import { frameAt, type Row } from "../strands/layout";
import { greatestDb, leastDb } from "../show/levelBounds";
import { halfWidth, levelOfHalf, strandPlace } from "../strands/strandShape";
import { snap, useDragValue } from "../ui/useDragValue";

interface Props {
  cue: Cue;
  strand: StrandView;
  rows: readonly Row[];
  x: number;
  full: number;
}

type Point = Cue["levelPoints"][number];

/** The level points of a selected strand, at its edge: dragged down for later, outward for louder; a double click deletes one. */
export function LevelPoints({ cue, strand, rows, x, full }: Props) {
  const { edit } = useOpenShow();
  const place = strandPlace(strand, rows);
  // A point is identified by its time, because no two have the same.
  const replace = (atMs: number, by: readonly Point[]) =>
    edit(
      changeCue(cue.id, ({ id, levelPoints }) => ({
        kind: "setLevelPoints",
        cueId: id,
        points: [...levelPoints.filter((p) => p.atMs !== atMs), ...by].sort((a, b) => a.atMs - b.atMs),
      })),
    );

  const { held, bind } = useDragValue<Point, number>({
    valueAt: ({ x: px, y: py }, index) => {
      const frame = Math.max(strand.startFrame, Math.min(strand.endFrame, frameAt(rows, py)));
      const atMs = Math.max(0, msOfFrames(frame - strand.startFrame));
      if (cue.levelPoints.some((p, i) => i !== index && p.atMs === atMs)) return undefined;
      return { atMs, db: snap(levelOfHalf(px - x, full) - cue.levelDb, 0.5, leastDb, greatestDb) };
    },
    commit: (point, index) => {
      const before = cue.levelPoints[index];
      if (before) replace(before.atMs, [point]);
    },
    scrolls: true,
  });

  return cue.levelPoints.map((kept, index) => {
    const point = held?.arg === index ? held.value : kept;
    const y = place.y(Math.min(strand.endFrame - 1, strand.startFrame + framesOfMs(point.atMs)));
    return (
      <g
        key={kept.atMs}
        {...bind(index)}
        className="cursor-move"
        data-point={index}
        onDoubleClick={(event) => {
          event.stopPropagation();
          replace(kept.atMs, []);
        }}
      >
        <circle cx={x + halfWidth(cue.levelDb + point.db, full)} cy={y} r={10} fill="transparent" />
        <circle
          cx={x + halfWidth(cue.levelDb + point.db, full)}
          cy={y}
          r={4.5}
          fill="var(--color-base-100)"
          stroke="currentColor"
          strokeWidth={2}
        />
      </g>
    );
  });
}
