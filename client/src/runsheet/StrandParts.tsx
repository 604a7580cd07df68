import { decibels } from "../ui/format";
import { leastRoom } from "../strands/bands";
import { labelLine } from "./labels";
import type { Grip, Move } from "./strandMoves";

interface HandleProps {
  y: number;
  x: number;
  full: number;
  color: string;
  shown: boolean;
  /** How far into the strand it can be grabbed. */
  reach: number;
  grip: Exclude<Grip, "whole">;
  bind: object;
}

/** An end of a strand: a handle whose hit area is larger than it looks. */
export function Handle({ y, x, full, color, shown, reach, grip, bind }: HandleProps) {
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
        fillOpacity={shown ? 1 : 0}
        className="[g:hover>&]:[fill-opacity:1]"
      />
    </g>
  );
}

/** Where a dragged strand would go. */
export function Landing({ move, x, full, color }: { move: Move; x: number; full: number; color: string }) {
  return (
    <g aria-hidden="true">
      <rect
        x={x - full - 6}
        y={move.top + 2}
        width={2 * full + 12}
        height={Math.max(4, move.bottom - move.top - 4)}
        rx={8}
        fill={color}
        fillOpacity={0.15}
        stroke={color}
        strokeDasharray="5 4"
        strokeWidth={1.5}
      />
      <text x={x + full + 9} y={move.top + 34} fontSize={12} fontWeight={700} fill="currentColor">
        {move.words}
      </text>
    </g>
  );
}

/** The value during a drag. */
export function BesideHand({ x, y, text }: { x: number; y: number; text: string }) {
  return (
    <g aria-hidden="true" className="pointer-events-none">
      <rect
        x={x}
        y={y - 11}
        width={text.length * 7.5 + 12}
        height={22}
        rx={5}
        fill="var(--color-base-100)"
        stroke="var(--line)"
      />
      <text x={x + 6} y={y + 4.5} fontSize={13} fontWeight={700} className="figures" fill="currentColor">
        {text}
      </text>
    </g>
  );
}

interface LabelProps {
  name: string;
  level: number;
  /** Why it does not play, in a word or two. */
  silent: string | undefined;
  x: number;
  top: number;
  /** The height of the label when it is horizontal. */
  height: number;
  /** The height of the strand. */
  along: number;
  room: number;
  color: string;
}

/** The least height of a strand with a vertical name, in pixels. */
const leastAlong = 34;

/** The approximate width of a letter of a name, in pixels. */
const letterWidth = 6.5;

/** The room from which on a long word is broken rather than written vertically, in pixels. */
const wideRoom = 64;

/** Whether a name would be broken within a word beside a strand that is tall enough for a vertical name. */
const breaksWords = (name: string, room: number, along: number) =>
  room < wideRoom &&
  along >= 2 * leastAlong &&
  Math.max(...name.split(/[\s-]/).map((word) => word.length)) * letterWidth > room;

/** A strand's name: horizontal if there is room, otherwise vertical. */
export function Label({ name, level, silent, x, top, height, along, room, color }: LabelProps) {
  if (room < leastRoom || breaksWords(name, room, along))
    return along < leastAlong ? null : (
      <foreignObject
        x={x - 4}
        y={top + 2}
        width={16}
        height={Math.max(along - 6, 18)}
        className="pointer-events-none"
        aria-hidden="true"
      >
        <div className="h-full truncate text-xs leading-tight font-bold [writing-mode:vertical-rl]" style={{ color }}>
          {name}
        </div>
      </foreignObject>
    );
  const lines = Math.max(1, Math.floor(height / labelLine));
  return (
    <foreignObject x={x} y={top + 2} width={room} height={height} className="pointer-events-none" aria-hidden="true">
      <div className="text-xs leading-[15px] font-bold" style={{ color }}>
        <div
          className={lines === 1 ? "truncate" : "line-clamp-3 [overflow-wrap:anywhere]"}
          style={lines === 2 ? { WebkitLineClamp: 2 } : undefined}
        >
          {name}
        </div>
        {lines > 2 && room > 50 && (
          <div className="muted figures text-[0.6875rem] font-normal">{silent ?? decibels(level)}</div>
        )}
      </div>
    </foreignObject>
  );
}
