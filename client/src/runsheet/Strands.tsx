import { memo, useEffect, useMemo, useRef, useState, type SyntheticEvent } from "react";
import type { Cue } from "../api/client";
import { useFindings, type Finding } from "../findings/useChecks";
import { useView } from "../show/openShow";
import { layOutStrands, useBands, type StrandLayout } from "../strands/bands";
import { labelled, type Labelled } from "./labels";
import { rowAt, sheetHeight, type Row } from "../strands/layout";
import type { Keys } from "../show/selection";
import { Strand } from "./Strand";
import { strandPlace } from "../strands/strandShape";
import type { VisibleRange } from "./useVisibleRange";
import { KindPatterns } from "../strands/KindPatterns";
import { useDragValue } from "../ui/useDragValue";
import { words } from "./words";

interface Props {
  rows: readonly Row[];
  /** The visible part of the sheet, in pixels from its top. */
  sight: VisibleRange;
  selected: readonly string[];
  select: (cueId: string, keys: Keys) => void;
  selectAll: (cueIds: readonly string[]) => void;
  selectSlide: (slideId: string, keys: Keys) => void;
}

const isClash = ({ found, ignored }: Finding) => found.check === "beds-together" && !ignored;

interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** The visible strands, laid out in their bands. A box drawn around some of them selects them. */
export const Strands = memo(function Strands({ rows, sight, selected, select, selectAll, selectSlide }: Props) {
  const view = useView();
  const { strands } = view;
  const findings = useFindings(view.id, view.revision);
  const bands = useBands(view);
  const { cues, sounds } = view.show;
  const layout = useMemo(() => {
    const times = new Map<string, number>();
    const placed = layOutStrands(strands, cues, sounds, bands, (strand) => strandPlace(strand, rows)).map((one) => {
      // Keyed by the repeat of its cue, so that a moved strand is still the same element and keeps the pointer.
      const time = (times.get(one.strand.cueId) ?? 0) + 1;
      times.set(one.strand.cueId, time);
      const { top, bottom } = strandPlace(one.strand, rows);
      return { ...one, key: `${one.strand.cueId} ${time}`, top, bottom };
    });
    return labelled(placed);
  }, [strands, cues, sounds, rows, bands]);
  // A dragged or focused strand stays rendered wherever the sheet is scrolled; otherwise drag and focus would be lost.
  const [active, setActive] = useState<string>();
  const activate = (event: SyntheticEvent) =>
    setActive((event.target as Element).closest<SVGElement>("[data-cue-id]")?.dataset.cueId);
  const shown = layout.filter(
    (one) => (one.bottom >= sight.top && one.top <= sight.bottom) || one.strand.cueId === active,
  );
  const [gripLayer, setGripLayer] = useState<SVGGElement | null>(null);
  const cueOf = useMemo(() => new Map(cues.map((c) => [c.id, c])), [cues]);
  const clashOf = useMemo(
    () => new Map(findings.filter(isClash).map(({ found }) => [found.cueIds.at(-1), found.sentence])),
    [findings],
  );

  // A touch on a strand drags it instead of scrolling: elements of an SVG have no touch-action of their own.
  const drawing = useRef<SVGSVGElement>(null);
  useEffect(() => {
    const take = (event: TouchEvent) => (event.target as Element).closest("[data-cue-id]") && event.preventDefault();
    const svg = drawing.current;
    svg?.addEventListener("touchstart", take, { passive: false });
    return () => svg?.removeEventListener("touchstart", take);
  }, []);

  const { held, bind } = useDragValue<Box>({
    valueAt: ({ x, y, startX, startY }) => ({
      x: Math.min(x, startX),
      y: Math.min(y, startY),
      width: Math.abs(x - startX),
      height: Math.abs(y - startY),
    }),
    commit: (box) => selectAll([...new Set(layout.filter((h) => isIn(h, box)).map((h) => h.strand.cueId))]),
    press: ({ y, ...keys }) => {
      const row = rows[rowAt(rows, y)];
      if (row) selectSlide(row.slideId, keys);
    },
    scrolls: true,
  });

  return (
    <svg
      ref={drawing}
      onPointerDownCapture={activate}
      onFocusCapture={activate}
      width={bands.width}
      height={sheetHeight(rows)}
      className="block select-none"
      aria-label={words.strands}
    >
      <defs>
        <KindPatterns />
      </defs>
      <rect
        width={bands.width}
        height={sheetHeight(rows)}
        fill="transparent"
        className="pointer-events-auto touch-pan-y"
        data-testid="bands"
        {...bind()}
      />
      <Steps rows={rows} width={bands.width} />
      <Chains layout={layout} cues={cues} />
      {shown.map((one) => {
        const cue = cueOf.get(one.strand.cueId);
        return (
          cue && (
            <Strand
              key={one.key}
              layout={one}
              labelTop={one.labelTop}
              labelHeight={one.labelHeight}
              cue={cue}
              clash={clashOf.get(cue.id)}
              rows={rows}
              selected={selected.includes(cue.id)}
              others={selected}
              gripLayer={gripLayer}
              select={select}
            />
          )
        );
      })}
      <g ref={setGripLayer} />
      {held && (
        <rect
          {...held.value}
          fill="var(--color-primary)"
          fillOpacity={0.12}
          stroke="var(--color-primary)"
          strokeDasharray="4 3"
        />
      )}
    </svg>
  );
});

/** Ticks at the steps of slides. */
const Steps = memo(function Steps({ rows, width }: { width: number; rows: readonly Row[] }) {
  const ticks = rows.flatMap((row) =>
    row.stepFrames
      .slice(1)
      .map((at) => row.top + ((at - row.startFrame) / Math.max(1, row.endFrame - row.startFrame)) * row.height),
  );
  const lines = ticks.map((y) => `M0 ${y.toFixed(1)}H${width}`).join("");
  return (
    <path d={lines} stroke="var(--line)" strokeDasharray="2 4" className="pointer-events-none" aria-hidden="true" />
  );
});

type PlacedStrand = Labelled<StrandLayout & { key: string; top: number; bottom: number }>;

/** Lines from cues to those that follow them. */
const Chains = memo(function Chains({ layout, cues }: { layout: readonly PlacedStrand[]; cues: readonly Cue[] }) {
  const of = new Map(layout.map((h) => [h.strand.cueId, h]));
  return cues.map((cue) => {
    const [from, to] = [of.get(cue.start.cueId ?? ""), of.get(cue.id)];
    if (!from || !to) return null;
    return (
      <path
        key={cue.id}
        d={`M${from.x} ${from.bottom}C${from.x} ${from.bottom + 18} ${to.x} ${to.top - 18} ${to.x} ${to.top}`}
        fill="none"
        stroke="var(--muted)"
        strokeWidth={1.5}
        strokeDasharray="1 4"
        strokeLinecap="round"
        className="pointer-events-none"
        data-chain
        aria-hidden="true"
      />
    );
  });
});

const isIn = (layout: PlacedStrand, box: Box) =>
  layout.x + layout.full >= box.x &&
  layout.x - layout.full <= box.x + box.width &&
  layout.bottom >= box.y &&
  layout.top <= box.y + box.height;
