import { memo, useMemo, useRef, type KeyboardEvent } from "react";
import { createPortal } from "react-dom";
import { changeCue, changeFade } from "../api/changes";
import type { Cue, Edit } from "../api/client";
import { fadeLength } from "../show/fadeLength";
import { useOpenShow } from "../show/openShow";
import { framesOfMs, msOfFrames } from "../ui/format";
import { fillOf } from "../strands/KindPatterns";
import { Tail } from "../strands/Tail";
import type { StrandLayout } from "../strands/bands";
import { frameAt, type Row } from "../strands/layout";
import { FadeGrips } from "./FadeGrips";
import { LevelPoints } from "./LevelPoints";
import { LevelSides } from "./LevelSides";
import type { Keys } from "../show/selection";
import { lying, moveTo, shifted, spanOf, type Grip, type Move } from "./strandMoves";
import { Handle, Label, Landing } from "./StrandParts";
import { halfWidth, editPointPath, outlinePath, soundPath, strandPlace } from "../strands/strandShape";
import { spoken } from "./strandWords";
import { commandAt } from "../ui/commands";
import { useDragValue } from "../ui/useDragValue";
import { words } from "./words";

interface Props {
  layout: StrandLayout;
  /** The position of its label, and the room for it, in pixels. */
  labelTop: number;
  labelHeight: number;
  cue: Cue;
  /** How it conflicts with another, as text. */
  clash: string | undefined;
  rows: readonly Row[];
  selected: boolean;
  /** The other selected cues; they move with it. */
  others: readonly string[];
  /** Drawn over all strands, so that its handles can be reached. */
  gripLayer: SVGGElement | null;
  select: (cueId: string, keys: Keys) => void;
}

/** The step by which a key changes a fade. */
const fadeStepMs = 500;

/** One cue, from its first slide to its last. Its ends and the whole can be dragged, or moved by keyboard. */
export const Strand = memo(function Strand({
  layout,
  labelTop,
  labelHeight,
  cue,
  clash,
  rows,
  selected,
  others,
  gripLayer,
  select,
}: Props) {
  const { edit, now } = useOpenShow();
  const { strand, kind, name, x, full, labelX, room } = layout;
  const group = useRef<SVGGElement>(null);

  const place = useMemo(() => strandPlace(strand, rows), [strand, rows]);
  const outline = useMemo(() => outlinePath(strand, place, x, full), [strand, place, x, full]);
  const inside = useMemo(() => soundPath(strand, place, x, full), [strand, place, x, full]);

  const make = (edits: readonly Edit[], what: string) => {
    const [first, ...more] = edits;
    if (first) edit(more.length === 0 ? first : { kind: "several", edits: [...edits], what: `${name}: ${what}` });
  };

  const { held: moving, bind } = useDragValue<Move, Grip>({
    valueAt: ({ y, startY, altKey }, grip) => moveTo(now(), rows, cue, grip, y, startY, altKey),
    commit: (to, grip) => {
      const by = to.first - spanOf(rows, cue).first;
      make([...to.edits, ...(grip === "whole" && selected ? along(by) : [])], to.words);
    },
    // A click selects it; so does dragging it, unless it is one of several selected.
    press: (keys) => select(strand.cueId, keys),
    start: (keys) => selected || select(strand.cueId, keys),
    scrolls: true,
  });

  const along = (by: number) =>
    now()
      .show.cues.filter((c) => others.includes(c.id) && c.id !== strand.cueId && c.span)
      .flatMap((c) => shifted(rows, c, spanOf(rows, c), by)?.edits ?? []);

  const { held: handover, bind: bindHandover } = useDragValue({
    valueAt: ({ y }) => fadeLength(msOfFrames(frameAt(rows, y) - strand.startFrame)),
    commit: (ms) => ms !== cue.handoverMs && edit({ kind: "setHandover", cueId: cue.id, ms }),
    scrolls: true,
  });

  const { top, bottom } = place;
  const span = spanOf(rows, cue);

  const lengthen = (end: "in" | "out", back: boolean) => {
    edit(changeFade(cue.id, end, (ms) => fadeLength(ms + (back ? -fadeStepMs : fadeStepMs))));
  };

  const endAt = (by: number) => lying(rows, cue, { first: span.first, last: span.last + by });
  const beginAt = (by: number) => lying(rows, cue, { first: span.first + by, last: span.last });
  const moveBy = (by: number) => {
    const to = shifted(rows, cue, span, by);
    if (to) make([...to.edits, ...along(by)], to.words);
  };
  const go = (to: ReturnType<typeof endAt>) => to && make(to.edits, to.words);
  const shiftLevel = (byDb: number) => edit({ kind: "shiftLevels", cueIds: [cue.id], byDb });
  const onKeyDown = (event: KeyboardEvent) => {
    const command = commandAt("cue", event.nativeEvent);
    const run =
      command &&
      {
        select: () => select(strand.cueId, event),
        endEarlier: () => go(endAt(-1)),
        endLater: () => go(endAt(1)),
        beginEarlier: () => go(beginAt(-1)),
        beginLater: () => go(beginAt(1)),
        earlier: () => moveBy(-1),
        later: () => moveBy(1),
        louder: () => shiftLevel(1),
        quieter: () => shiftLevel(-1),
        fadeInLonger: () => lengthen("in", false),
        fadeInShorter: () => lengthen("in", true),
        fadeOutLonger: () => lengthen("out", false),
        fadeOutShorter: () => lengthen("out", true),
        mute: () => edit({ kind: "setMuted", cueId: cue.id, muted: !cue.muted }),
        // Arrow keys go to other cues and slides.
        previous: undefined,
        next: undefined,
        slide: undefined,
      }[command];
    if (!run) return;
    run();
    event.preventDefault();
    event.stopPropagation();
  };

  const addPoint = (clientY: number) => {
    const sheet = group.current?.ownerSVGElement?.getBoundingClientRect().top ?? 0;
    const atMs = msOfFrames(Math.max(0, frameAt(rows, clientY - sheet) - strand.startFrame));
    if (cue.levelPoints.some((p) => p.atMs === atMs)) return;
    edit(
      changeCue(cue.id, ({ id, levelPoints }) => ({
        kind: "setLevelPoints",
        cueId: id,
        points: [...levelPoints, { atMs, db: 0 }].sort((a, b) => a.atMs - b.atMs),
      })),
    );
  };

  const reach = Math.min(16, (bottom - top) / 2);
  const color = `var(--${kind})`;
  const fill = fillOf(kind);
  const description = spoken(name, kind, rows, span, cue, strand);
  const silent = cue.muted ? words.notPlayed.muted : strand.replacedBy ? words.notPlayed.replaced : undefined;
  return (
    <g ref={group} className="pointer-events-auto" data-cue={name} data-cue-id={cue.id}>
      {moving && <Landing move={moving.value} x={x} full={full} color={color} />}
      <g
        role="button"
        tabIndex={0}
        aria-label={description}
        aria-pressed={selected}
        aria-keyshortcuts="Shift+ArrowDown Alt+ArrowDown Control+ArrowDown"
        className="cursor-grab"
        opacity={silent ? 0.4 : undefined}
        {...bind("whole")}
        // Screen readers and voice control click without a pointer.
        onClick={(event) => event.detail === 0 && select(strand.cueId, event)}
        onDoubleClick={(event) => addPoint(event.clientY)}
        onKeyDown={onKeyDown}
      >
        <title>{description}</title>
        <rect x={x - full - 4} y={top} width={2 * full + 8} height={bottom - top} fill="transparent" />
        <path
          d={outline}
          fill={silent ? "transparent" : fill}
          stroke={color}
          strokeWidth={selected ? 2.5 : 1.25}
          strokeDasharray={silent ? "4 3" : undefined}
          strokeLinejoin="round"
        />
        <path d={inside} fill={color} fillOpacity={kind === "bed" ? 0.6 : 0.75} className="pointer-events-none" />
        {strand.byHand && (
          <circle cx={x} cy={top - 5} r={5} fill="var(--color-base-100)" stroke={color} strokeWidth="2" data-by-hand />
        )}
        {strand.tailFrom !== null && <Tail y={bottom - 1} x={x} half={halfWidth(cue.levelDb, full)} color={color} />}
        {strand.editPoints.map((editPoint) => (
          <path
            key={editPoint}
            d={editPointPath(place.y(editPoint), x, halfWidth(cue.levelDb, full))}
            fill="var(--color-base-100)"
            stroke={color}
            strokeWidth="1.5"
          />
        ))}
      </g>
      {clash && (
        <g data-clash role="img" aria-label={clash}>
          <title>{clash}</title>
          <path
            d={`M${x - full - 1} ${top + 4}l7 12h-14z`}
            fill="var(--color-warning)"
            stroke="var(--color-base-100)"
            strokeWidth={1.5}
          />
        </g>
      )}
      <Label
        name={name}
        level={cue.levelDb}
        silent={silent}
        x={labelX}
        top={labelTop}
        height={labelHeight}
        along={bottom - top}
        room={room}
        color={`var(--${kind}-text)`}
      />
      <Handle {...{ y: top, x, full, color, reach }} shown={selected} grip="first" bind={bind("first")} />
      <Handle {...{ y: bottom, x, full, color, reach }} shown={selected} grip="last" bind={bind("last")} />
      {strand.handoverEnd !== null && (
        <g {...bindHandover()} className="cursor-ns-resize" data-grip="handover">
          <title>{words.dragCrossfade}</title>
          <circle
            cx={x + full + 3}
            cy={place.y(handover ? strand.startFrame + framesOfMs(handover.value) : strand.handoverEnd)}
            r={4}
            fill={color}
            fillOpacity={selected || handover ? 1 : 0.45}
          />
        </g>
      )}
      {selected &&
        gripLayer &&
        createPortal(
          <g className="pointer-events-auto" data-grips={name} data-cue-id={cue.id}>
            <LevelSides {...{ cue, place, x, full, select }} chosen={others} />
            <FadeGrips {...{ cue, strand, place, rows, x, full }} />
            {others.length <= 1 && <LevelPoints cue={cue} strand={strand} rows={rows} x={x} full={full} />}
          </g>,
          gripLayer,
        )}
    </g>
  );
}, isSame);

/** A strand is redrawn only when one of its properties changes, not whenever strands are laid out again. */
function isSame(a: Props, b: Props): boolean {
  const { layout: x, ...restA } = a;
  const { layout: y, ...restB } = b;
  return (
    x.strand === y.strand &&
    x.x === y.x &&
    x.full === y.full &&
    x.labelX === y.labelX &&
    x.room === y.room &&
    x.name === y.name &&
    x.kind === y.kind &&
    (Object.keys(restA) as (keyof typeof restA)[]).every((key) => restA[key] === restB[key])
  );
}
