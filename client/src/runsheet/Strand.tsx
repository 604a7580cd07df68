import { useDrag } from "@use-gesture/react";
import { useMemo, useRef, useState } from "react";
import type { Cue } from "../api/client";
import { useOpenShow } from "../shows/ShowContext";
import { decibels } from "../ui/format";
import type { HungStrand } from "./bands";
import { rowAt, type Row } from "./layout";
import { halfWidth, knotPath, outlinePath, soundPath, strandPlace } from "./strandShape";

interface Props {
  hung: HungStrand;
  rows: readonly Row[];
  selected: boolean;
  select: () => void;
}

type Grip = "first" | "last" | "whole";

/** One cue, hanging from its first slide to its last. Its ends and the whole of it can be dragged to other slides. */
export function Strand({ hung, rows, selected, select }: Props) {
  const { view, edit } = useOpenShow();
  const { strand, kind, name, x, full, room } = hung;
  const group = useRef<SVGGElement>(null);
  const cue = view.show.cues.find((c) => c.id === strand.cueId);
  const span = spanRows(view.show.slides, rows, cue);
  const [moved, setMoved] = useState<{ first: number; last: number }>();

  const place = useMemo(() => strandPlace(strand, rows), [strand, rows]);
  const outline = useMemo(() => outlinePath(strand, place, x, full), [strand, place, x, full]);
  const inside = useMemo(() => soundPath(strand, place, x, full), [strand, place, x, full]);

  const bind = useDrag<PointerEvent>(
    ({ args, xy: [, y], initial: [, startY], first, last, tap, event }) => {
      const grip = args[0] as Grip;
      event.stopPropagation();
      if (first) select();
      const sheet = group.current?.ownerSVGElement?.getBoundingClientRect();
      if (!sheet || !cue || tap) {
        if (last) setMoved(undefined);
        return;
      }
      const to = dragged(grip, span, rowAt(rows, y - sheet.top), rowAt(rows, startY - sheet.top), rows.length);
      if (!last) {
        setMoved(to);
        return;
      }
      setMoved(undefined);
      const [from, through] = [rows[to.first], rows[to.last]];
      if (from && through && (to.first !== span.first || to.last !== span.last))
        edit({ kind: "setSpan", cueId: cue.id, span: { first: from.slideId, last: through.slideId } });
    },
    { filterTaps: true },
  );

  if (!cue) return null;
  const { top, bottom } = place;
  const reach = Math.min(16, (bottom - top) / 2);
  const fill = kind === "bed" ? "var(--bed-fill)" : `url(#${kind})`;
  const words = spoken(name, kind, span, cue);
  return (
    <g ref={group} className="pointer-events-auto touch-none" data-cue={name}>
      {moved && <Landing rows={rows} span={moved} x={x} full={full} color={`var(--${kind})`} />}
      <g
        role="button"
        tabIndex={0}
        aria-label={words}
        aria-pressed={selected}
        className="cursor-grab"
        {...bind("whole")}
        onKeyDown={(event) => {
          if (event.key === "Enter") select();
        }}
      >
        <title>{words}</title>
        <rect x={x - full - 4} y={top} width={2 * full + 8} height={bottom - top} fill="transparent" />
        <path
          d={outline}
          fill={fill}
          stroke={`var(--${kind})`}
          strokeWidth={selected ? 2.5 : 1.25}
          strokeLinejoin="round"
        />
        <path
          d={inside}
          fill={`var(--${kind})`}
          opacity={kind === "bed" ? 0.6 : 0.75}
          className="pointer-events-none"
        />
        {strand.byHand && (
          <circle
            cx={x}
            cy={top - 5}
            r={5}
            fill="var(--color-base-100)"
            stroke={`var(--${kind})`}
            strokeWidth="2"
            data-by-hand
          />
        )}
        {strand.knots.map((knot) => (
          <path
            key={knot}
            d={knotPath(place.y(knot), x, halfWidth(cue.levelDb, full))}
            fill="var(--color-base-100)"
            stroke={`var(--${kind})`}
            strokeWidth="1.5"
          />
        ))}
      </g>
      <Label
        name={name}
        level={cue.levelDb}
        x={x + full + 7}
        top={top}
        height={bottom - top}
        room={room}
        color={`var(--${kind}-text)`}
      />
      <Handle
        y={top}
        x={x}
        full={full}
        color={`var(--${kind})`}
        shown={selected}
        reach={reach}
        grip="first"
        bind={bind("first")}
      />
      <Handle
        y={bottom}
        x={x}
        full={full}
        color={`var(--${kind})`}
        shown={selected}
        reach={reach}
        grip="last"
        bind={bind("last")}
      />
    </g>
  );
}

interface HandleProps {
  y: number;
  x: number;
  full: number;
  color: string;
  shown: boolean;
  /** How far into the strand it can be taken hold of. */
  reach: number;
  grip: Grip;
  bind: object;
}

/** An end of a strand: a bar to take hold of, its hit area larger than it looks. */
function Handle({ y, x, full, color, shown, reach, grip, bind }: HandleProps) {
  const wide = full + 9;
  return (
    <g {...bind} className="cursor-ns-resize" data-grip={grip}>
      <rect x={x - wide} y={grip === "first" ? y : y - reach} width={2 * wide} height={reach} fill="transparent" />
      <rect
        x={x - wide + 2}
        y={grip === "first" ? y : y - 5}
        width={2 * wide - 4}
        height={5}
        rx={2.5}
        fill={color}
        opacity={shown ? 1 : 0}
        className="transition-opacity [g:hover>&]:opacity-100"
      />
    </g>
  );
}

/** Where a dragged strand would lie. */
function Landing({
  rows,
  span,
  x,
  full,
  color,
}: {
  rows: readonly Row[];
  span: SpanRows;
  x: number;
  full: number;
  color: string;
}) {
  const [first, last] = [rows[span.first], rows[span.last]];
  if (!first || !last) return null;
  const text = span.first === span.last ? `slide ${first.number}` : `slides ${first.number}–${last.number}`;
  return (
    <g aria-hidden="true">
      <rect
        x={x - full - 6}
        y={first.top + 2}
        width={2 * full + 12}
        height={last.top + last.height - first.top - 4}
        rx={8}
        fill={color}
        fillOpacity={0.15}
        stroke={color}
        strokeDasharray="5 4"
        strokeWidth={1.5}
      />
      <text x={x + full + 9} y={first.top + 34} fontSize={12} fontWeight={700} fill="currentColor">
        {text}
      </text>
    </g>
  );
}

interface LabelProps {
  name: string;
  level: number;
  x: number;
  top: number;
  height: number;
  room: number;
  color: string;
}

/** A strand's name: across where there is room, else down along it. */
function Label({ name, level, x, top, height, room, color }: LabelProps) {
  const across = room >= 40;
  return (
    <foreignObject
      x={across ? x : x - 4}
      y={top + 2}
      width={across ? room : 16}
      height={across ? 62 : Math.max(height - 6, 18)}
      className="pointer-events-none"
      aria-hidden="true"
    >
      <div
        className={`text-xs leading-tight font-bold ${across ? "" : "h-full truncate [writing-mode:vertical-rl]"}`}
        style={{ color }}
      >
        <div className={across ? "line-clamp-3" : "contents"}>{name}</div>
        {across && room > 60 && <div className="muted figures text-[0.6875rem] font-normal">{decibels(level)}</div>}
      </div>
    </foreignObject>
  );
}

interface SpanRows {
  first: number;
  last: number;
}

/** The rows a cue's span covers, by position. */
function spanRows(slides: readonly { id: string }[], rows: readonly Row[], cue: Cue | undefined): SpanRows {
  const [from, through] = [
    slides.findIndex((s) => s.id === cue?.span?.first),
    slides.findIndex((s) => s.id === cue?.span?.last),
  ];
  const covered = rows.flatMap((row, i) => (row.index >= from && row.index <= through ? [i] : []));
  return { first: covered[0] ?? 0, last: covered.at(-1) ?? 0 };
}

/** The span after a grip was dragged from one row to another. */
function dragged(grip: Grip, span: SpanRows, to: number, from: number, count: number): SpanRows {
  if (grip === "first") return { first: Math.min(to, span.last), last: span.last };
  if (grip === "last") return { first: span.first, last: Math.max(to, span.first) };
  const by = Math.max(-span.first, Math.min(count - 1 - span.last, to - from));
  return { first: span.first + by, last: span.last + by };
}

function spoken(name: string, kind: string, span: SpanRows, cue: Cue): string {
  const where = span.first === span.last ? `slide ${span.first + 1}` : `slides ${span.first + 1} to ${span.last + 1}`;
  const level = `${cue.levelDb < 0 ? "minus " : ""}${Math.abs(cue.levelDb)} dB`;
  return [
    name,
    kind,
    where,
    ...(cue.start.kind === "hand" ? ["by hand"] : []),
    ...(cue.rounds === 1 ? [] : ["loops"]),
    level,
  ].join(", ");
}
