import { memo, useMemo } from "react";
import type { StrandLayout } from "../../../strands/bands";
import { Tail } from "../../../strands/Tail";
import { halfWidth, editPointPath, outlinePath, soundPath, strandPlace } from "../../../strands/strandShape";
import { framesOfMs } from "../../../ui/format";
import { fillOf, KindPatterns } from "../../../strands/KindPatterns";
import type { Stage } from "../../engine/Stage";
import { useNow, useTick } from "../../engine/useNow";
import { cutStrand } from "./cutStrands";
import type { LiveStrand } from "./layOutLiveStrands";
import { glide, progressOf, wayMs } from "./progress";
import type { TimelineRow } from "./rows";

interface Props {
  stage: Stage;
  layout: readonly LiveStrand[];
  rows: readonly TimelineRow[];
  width: number;
  height: number;
  chosen: string | undefined;
  choose: (cueId: string) => void;
}

/** The strands beside the visible rows, in their bands as on the run sheet, with a moving play position on those that play. */
export function StrandsBeside({ stage, layout, rows, width, height, chosen, choose }: Props) {
  const now = useNow(stage);
  const { cues } = stage.view.show;
  // In a waiting loop, everything shown before is part of it.
  const along = useMemo(() => {
    const here = rows.find((r) => r.kind === "here");
    return rows.filter((r) => r.kind !== "before" || r.endFrame <= (here?.startFrame ?? 0));
  }, [rows]);
  const shown = useMemo(
    () =>
      layout.flatMap((one) => {
        const strand = cutStrand(one.strand, along);
        return strand ? [{ ...one, strand }] : [];
      }),
    [layout, along],
  );
  return (
    <svg width={width} height={height} className="block overflow-visible" aria-hidden="true">
      <defs>
        <KindPatterns />
      </defs>
      {shown.map((one) => {
        const { phase } = stage.run.stateOf(one.liveId);
        const look = phase === "sounding" ? "sounds" : phase === "over" || one.strand.replacedBy ? "silent" : "comes";
        return (
          <Strand
            key={`${one.strand.cueId} ${one.liveId}`}
            layout={one}
            level={cues.find((c) => c.id === one.strand.cueId)?.levelDb ?? 0}
            rows={along}
            look={look}
            chosen={one.liveId === chosen}
            choose={choose}
          />
        );
      })}
      {shown.map(
        (one) =>
          now.sounding.includes(one.liveId) && (
            <Mark key={one.liveId} stage={stage} cueId={one.liveId} layout={one} rows={along} />
          ),
      )}
    </svg>
  );
}

interface StrandProps {
  layout: LiveStrand;
  level: number;
  rows: readonly TimelineRow[];
  look: "sounds" | "comes" | "silent";
  chosen: boolean;
  choose: (cueId: string) => void;
}

const Strand = memo(function Strand({ layout, level, rows, look, chosen, choose }: StrandProps) {
  const { strand, kind, x, full, liveId } = layout;
  const place = strandPlace(strand, rows);
  const color = `var(--${kind})`;
  const silent = look === "silent";
  return (
    <g
      className="pointer-events-auto"
      onPointerEnter={() => choose(liveId)}
      onPointerDown={() => choose(liveId)}
      opacity={look === "sounds" ? 1 : silent ? 0.5 : 0.6}
    >
      <path
        d={outlinePath(strand, place, x, full)}
        fill={silent ? "none" : fillOf(kind)}
        stroke={color}
        strokeWidth={look !== "sounds" ? 1.25 : chosen ? 3.5 : 2}
        strokeDasharray={silent ? "4 3" : undefined}
        strokeLinejoin="round"
      />
      {!silent && <path d={soundPath(strand, place, x, full)} fill={color} fillOpacity={kind === "bed" ? 0.6 : 0.75} />}
      {strand.byHand && (
        <circle cx={x} cy={place.top + 6} r={5} fill="var(--color-base-200)" stroke={color} strokeWidth="2" />
      )}
      {strand.tailFrom !== null && strand.tailFrom < strand.endFrame && (
        <Tail y={place.bottom - 1} x={x} half={halfWidth(level, full)} color={color} />
      )}
      {strand.editPoints.map((editPoint) => (
        <path
          key={editPoint}
          d={editPointPath(place.y(editPoint), x, halfWidth(level, full))}
          fill="var(--color-base-200)"
          stroke={color}
          strokeWidth="1.5"
        />
      ))}
    </g>
  );
});

interface MarkProps {
  stage: Stage;
  cueId: string;
  layout: StrandLayout;
  rows: readonly TimelineRow[];
}

/** The play position on its strand: a bed's follows the current row, a short sound's is its own. */
function Mark({ stage, cueId, layout, rows }: MarkProps) {
  useTick(4);
  const here = rows.find((r) => r.kind === "here");
  if (!here) return null;
  const { strand, kind, x, full } = layout;
  const place = strandPlace(strand, rows);
  const own = place.y(strand.startFrame + framesOfMs(stage.positionMs(cueId) ?? 0));
  const along = here.top + progressOf(stage) * here.height;
  const y = Math.max(here.top, Math.min(here.top + here.height - 3, kind === "bed" ? along : own, place.bottom));
  return (
    <rect
      x={x - full - 6}
      width={2 * full + 12}
      y={-1.5}
      height={3}
      rx={1.5}
      fill="var(--color-base-content)"
      className={glide(wayMs(stage))}
      style={{ transform: `translateY(${y}px)` }}
      data-mark={layout.name}
    />
  );
}
