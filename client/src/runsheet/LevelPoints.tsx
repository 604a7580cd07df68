import { useState } from "react";
import { changeCue } from "../api/changes";
import type { Cue, StrandView } from "../api/client";
import { useActions } from "../shows/ShowContext";
import { framesOfMs, msOfFrames } from "../ui/format";
import { frameAt, type Row } from "./layout";
import { halfWidth, levelOfHalf, strandPlace } from "./strandShape";
import { useDrag } from "../ui/useDrag";

interface Props {
  cue: Cue;
  strand: StrandView;
  rows: readonly Row[];
  x: number;
  full: number;
}

type Point = Cue["levelPoints"][number];

/** The level points of a chosen strand, at its edge: dragged down for later, outward for louder; a double click takes one away. */
export function LevelPoints({ cue, strand, rows, x, full }: Props) {
  const { edit } = useActions();
  const [held, setHeld] = useState<{ index: number; point: Point }>();
  const place = strandPlace(strand, rows);
  // A point is known by its time: no two have the same.
  const replace = (atMs: number, by: readonly Point[]) =>
    edit(
      changeCue(cue.id, ({ id, levelPoints }) => ({
        kind: "setLevelPoints",
        cueId: id,
        points: [...levelPoints.filter((p) => p.atMs !== atMs), ...by].sort((a, b) => a.atMs - b.atMs),
      })),
    );

  const bind = useDrag<PointerEvent>(
    ({ args, xy: [px, py], last, tap, event }) => {
      event.stopPropagation();
      const index = args[0] as number;
      const box = (event.target as Element | null)?.closest("svg")?.getBoundingClientRect();
      const before = cue.levelPoints[index];
      if (!box || !before || tap) return;
      const others = cue.levelPoints.filter((_, i) => i !== index);
      const frame = Math.max(strand.startFrame, Math.min(strand.endFrame, frameAt(rows, py - box.top)));
      const db = levelOfHalf(px - box.left - x, full) - cue.levelDb;
      const point = {
        atMs: Math.max(0, msOfFrames(frame - strand.startFrame)),
        db: Math.round(Math.max(-60, Math.min(24, db)) * 2) / 2,
      };
      if (others.some((p) => p.atMs === point.atMs)) {
        if (last) setHeld(undefined);
        return;
      }
      setHeld(last ? undefined : { index, point });
      if (last) replace(before.atMs, [point]);
    },
    { filterTaps: true },
  );

  return cue.levelPoints.map((kept, index) => {
    const point = held?.index === index ? held.point : kept;
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
