import {
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  type DragEvent,
  type KeyboardEvent,
  type ReactNode,
} from "react";
import type { Schemas, ShowView, SoundKind } from "../api/client";
import type { Drop } from "../api/cues";
import { AddSlide } from "./AddSlide";
import { isDeck, isVideo } from "../show/fileKinds";
import { useOpenShow, useView } from "../show/openShow";
import { slideMove } from "../show/slideMove";
import { soundType } from "../show/dragTypes";
import { useBands } from "../strands/bands";
import { dropPlace, slidesType, type DropPlace } from "./dropPlace";
import { layRows, rowsIn, sheetHeight, timesOf, type Row, type RowMode } from "../strands/layout";
import { Outlines } from "./Outlines";
import { Playhead } from "./Playhead";
import { clickCue, clickSlide, selectedCues, selectedSlides, type Keys, type Selection } from "../show/selection";
import { apart, columns, SlideRow } from "./SlideRow";
import { Strands } from "./Strands";
import { useVisibleRange } from "./useVisibleRange";
import { commandAt } from "../ui/commands";
import { useSettings } from "../ui/settings";
import { useCommands } from "../ui/useCommands";
import { words } from "./words";

interface Props {
  selection: Selection;
  select: (selection: Selection) => void;
  drop: (drop: Drop) => void;
  /** The proposals of a draft, while it is open. */
  drafted: readonly Schemas["DraftedCue"][] | undefined;
  /** Opens the panels that do not fit beside the sheet. */
  panels: ReactNode;
}

const headHeight = 28;

/** The slides in running order, and the strands beside them. */
export function Sheet({ selection, select, drop, drafted, panels }: Props) {
  const view = useView();
  const { player, edit, importFiles } = useOpenShow();
  const { runningOrder } = view;
  const bands = useBands(view);
  const { slides } = view.show;
  const mode = useSettings((settings) => settings.rowMode);
  const rows = useMemo(() => layRows(timesOf(slides, runningOrder), mode), [slides, runningOrder, mode]);
  const scroller = useRef<HTMLDivElement>(null);
  const sheet = useRef<HTMLDivElement>(null);
  const [over, setOver] = useState<DropPlace>();
  const order = useMemo(() => rows.map((r) => r.slideId), [rows]);
  const chosen = selectedSlides(selection);
  const cues = selectedCues(selection);
  // Passed to every row and strand: it must stay the same object, or all of them would be redrawn.
  const latest = useRef({ selection, order, view, select });
  useEffect(() => {
    latest.current = { selection, order, view, select };
  });
  const selectSlide = useCallback((slideId: string, keys: Keys) => {
    const now = latest.current;
    now.select(clickSlide(now.selection, now.order, slideId, keys));
  }, []);
  const selectCue = useCallback((cueId: string, keys: Keys) => {
    const now = latest.current;
    const strands = now.view.strands.toSorted((a, b) => a.startFrame - b.startFrame).map((s) => s.cueId);
    now.select(clickCue(now.selection, strands, cueId, keys));
  }, []);
  const liftSlides = useCallback((slideId: string, transfer: DataTransfer) => {
    const { selection: now, order: ids } = latest.current;
    const several = selectedSlides(now).includes(slideId);
    transfer.setData(
      slidesType,
      (several ? ids.filter((id) => selectedSlides(now).includes(id)) : [slideId]).join(" "),
    );
    transfer.effectAllowed = "move";
  }, []);

  const selectAll = useCallback(
    (cueIds: readonly string[]) => latest.current.select(cueIds.length > 0 ? { cueIds } : undefined),
    [],
  );
  const sight = useVisibleRange(scroller);
  // The focused row, and the row in the tab order, stay rendered wherever the sheet is scrolled.
  const [focused, setFocused] = useState<string>();
  const within = chosen[0] ?? order[0];
  const inSight = rowsIn(rows, sight.top, sight.bottom);
  const shown = rows.filter((row) => inSight.includes(row) || row.slideId === focused || row.slideId === within);
  const lying = useMemo(() => lyingOn(view), [view]);

  // Scrolls to what was selected before the sheet was shown.
  const came = useRef(selection);
  useEffect(() => {
    const slideId = selectedSlides(came.current)[0] ?? cuesFirst(view, selectedCues(came.current)[0]);
    const row = rows.find((r) => r.slideId === slideId);
    came.current = undefined;
    if (row && scroller.current) scroller.current.scrollTop = row.top - row.height;
  }, [rows, view]);

  const choose = (rowMode: RowMode) => useSettings.setState({ rowMode });
  const place = (event: DragEvent) =>
    dropPlace(event, sheet.current, rows, bands.width, player.playing() ? player.position() : undefined);
  const onDrop = (event: DragEvent) => {
    const to = place(event);
    setOver(undefined);
    const soundId = event.dataTransfer.getData(soundType);
    const moved = event.dataTransfer.getData(slidesType);
    const files = [...event.dataTransfer.files];
    const onto = to?.kind === "row" ? rows[to.row] : undefined;
    if (to?.kind === "row" && soundId) {
      event.preventDefault();
      const row = rows[to.row];
      const step = to.step > 0 ? view.show.slides[row?.index ?? -1]?.steps[to.step]?.id : undefined;
      if (row) drop({ soundId, slideId: row.slideId, delayMs: to.delayMs, ...(step ? { stepId: step } : {}) });
    } else if (to?.kind === "gap" && moved) {
      event.preventDefault();
      edit({ kind: "moveSlides", slideIds: moved.split(" "), index: to.gap });
    } else if (onto && files.some(isVideo)) {
      event.preventDefault();
      event.stopPropagation();
      importFiles(files, { slideId: onto.slideId });
    } else if (to?.kind === "gap" && files.some((file) => isDeck(file) || isVideo(file))) {
      event.preventDefault();
      event.stopPropagation();
      importFiles(files, { index: to.gap });
    }
  };

  const shift = (by: 1 | -1) => {
    const move = slideMove(order, chosen, by);
    if (move) edit(move);
  };
  useCommands("sheet", chosen.length > 0 ? { moveUp: () => shift(-1), moveDown: () => shift(1) } : {});

  /** Focuses a row or a strand once it is rendered. */
  const focus = (row: number, what: (slideId: string) => string) => {
    const [box, place] = [scroller.current, rows[row]];
    if (!box || !place) return;
    const below = place.top + place.height + headHeight - box.clientHeight;
    box.scrollTop = Math.max(below, Math.min(box.scrollTop, place.top));
    // One frame for the scroll event, and one for rendering.
    const go = () => box.querySelector<HTMLElement>(what(order[row] ?? ""))?.focus();
    requestAnimationFrame(() => requestAnimationFrame(go));
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const target = event.target as Element;
    const from = order.indexOf(target.closest<HTMLElement>("[data-row]")?.dataset.row ?? "");
    const strand = target.closest<HTMLElement>("[data-cue-id]")?.dataset.cueId;
    if (target.matches("[data-title]") && from >= 0) {
      const command = commandAt("slide", event.nativeEvent);
      const to =
        command && { next: from + 1, previous: from - 1, first: 0, last: order.length - 1, cues: from }[command];
      if (to === undefined) return;
      if (command === "cues") {
        const first = view.strands.find((s) => s.rows.some((r) => r.slideId === order[from]));
        if (first) focus(from, () => `[data-cue-id="${first.cueId}"] [role=button]`);
      } else if (order[to]) {
        select(clickSlide(selection, order, order[to], event));
        focus(to, (id) => `[data-row="${id}"] [data-title]`);
      }
    } else if (strand) {
      const command = commandAt("cue", event.nativeEvent);
      if (command === "slide") {
        const row = order.indexOf(view.strands.find((s) => s.cueId === strand)?.rows[0]?.slideId ?? "");
        if (row >= 0) focus(row, (id) => `[data-row="${id}"] [data-title]`);
      } else if (command === "next" || command === "previous") {
        const all = view.strands.toSorted((a, b) => a.startFrame - b.startFrame);
        const next = all[all.findIndex((s) => s.cueId === strand) + (command === "next" ? 1 : -1)];
        const row = order.indexOf(next?.rows[0]?.slideId ?? "");
        if (next && row >= 0) focus(row, () => `[data-cue-id="${next.cueId}"] [role=button]`);
      } else return;
    } else return;
    event.preventDefault();
  };

  const lastChosen = order.findLastIndex((id) => chosen.includes(id));
  return (
    <main className="flex min-w-0 grow flex-col px-4 pt-2 max-xl:px-2 max-md:px-1">
      <div className="flex items-center justify-between pb-1">
        <div className="flex items-center gap-4" role="group" aria-label={words.rowHeight}>
          <Mode name={words.bySlide} on={mode === "slide"} press={() => choose("slide")} />
          <Mode name={words.byTime} on={mode === "time"} press={() => choose("time")} />
        </div>
        <div className="flex gap-1 lg:hidden">{panels}</div>
        <AddSlide index={lastChosen < 0 ? order.length : lastChosen + 1} />
      </div>
      <div
        ref={scroller}
        className="bg-base-200 min-h-0 grow overflow-auto"
        data-testid="sheet"
        onClick={(event) => event.target === event.currentTarget && select(undefined)}
        onKeyDown={onKeyDown}
      >
        <div
          className="relative min-w-[42.5rem] max-xl:min-w-124 max-md:min-w-112"
          onDragOver={(event) => {
            const to = place(event);
            if (!to) return;
            event.preventDefault();
            setOver((now) => (JSON.stringify(now) === JSON.stringify(to) ? now : to));
          }}
          onDragLeave={(event) => {
            if (!event.currentTarget.contains(event.relatedTarget as Node | null)) setOver(undefined);
          }}
          onDrop={onDrop}
        >
          <div
            role="grid"
            onFocusCapture={(event) => setFocused(event.target.closest<HTMLElement>("[data-row]")?.dataset.row)}
            aria-label={words.runSheet}
            aria-rowcount={rows.length + 1}
            aria-multiselectable="true"
          >
            <div role="row" className="bg-base-200 muted sticky top-0 z-20 flex h-7 items-center text-xs font-semibold">
              <span role="columnheader" className="min-w-0 flex-1 pl-2">
                {words.slide}
              </span>
              <span role="columnheader" className={`pr-1 text-center ${columns.hold}`}>
                {words.hold}
              </span>
              {bands.all.map((band) => (
                <span role="columnheader" key={band.kind} className="shrink-0 pl-2" style={{ width: band.width }}>
                  <button
                    type="button"
                    className="cursor-pointer underline-offset-2 hover:underline"
                    title={words.selectAll(band.title)}
                    onClick={() => select({ cueIds: cuesOf(view, band.kind) })}
                  >
                    {band.title}
                  </button>
                </span>
              ))}
            </div>
            <div ref={sheet} className="bg-base-100 relative" style={{ height: sheetHeight(rows) }}>
              {shown.map((row) => {
                const slide = slides[row.index];
                const names = lying.get(row.slideId);
                return (
                  slide && (
                    <SlideRow
                      key={row.slideId}
                      showId={view.id}
                      row={row}
                      slide={slide}
                      section={view.show.sections.find((s) => s.first === slide.id)}
                      lying={bands.all.map(({ kind }) => names?.[kind] ?? "").join(apart)}
                      hasVideo={!!names?.video}
                      bands={bands}
                      selected={chosen.includes(row.slideId)}
                      tabbed={row.slideId === within}
                      byTime={mode === "time"}
                      over={over?.kind === "row" && rows[over.row] === row}
                      select={selectSlide}
                      lift={liftSlides}
                    />
                  )
                );
              })}
            </div>
          </div>
          <div className="pointer-events-none absolute inset-x-0 top-7" style={{ height: sheetHeight(rows) }}>
            <div className="absolute top-0 right-0" style={{ width: bands.width }}>
              <Strands
                rows={rows}
                sight={sight}
                selected={cues}
                select={selectCue}
                selectAll={selectAll}
                selectSlide={selectSlide}
              />
              {drafted && <Outlines cues={drafted} rows={rows} bands={bands} />}
            </div>
            {over?.kind === "gap" && <Gap rows={rows} at={over.gap} />}
            {over?.kind === "row" && over.words && <Moment y={over.y} width={bands.width} text={over.words} />}
            <Playhead rows={rows} player={player} scroller={scroller} />
          </div>
        </div>
        {rows.length === 0 && <p className="muted mx-auto max-w-80 py-24 text-center">{words.empty}</p>}
      </div>
    </main>
  );
}

/** The names of the cues on each slide, by kind, for screen readers. */
function lyingOn({ strands, show }: ShowView): Map<string, Partial<Record<SoundKind, string>>> {
  const soundOf = new Map(show.cues.map((c) => [c.id, show.sounds.find((s) => s.id === c.soundId)]));
  const found = new Map<string, Partial<Record<SoundKind, string>>>();
  for (const strand of strands) {
    const sound = soundOf.get(strand.cueId);
    if (!sound) continue;
    for (const { slideId } of strand.rows) {
      const names = found.get(slideId) ?? {};
      names[sound.kind] = names[sound.kind] ? `${names[sound.kind]}, ${sound.name}` : sound.name;
      found.set(slideId, names);
    }
  }
  return found;
}

const cuesOf = (view: ShowView, kind: SoundKind) =>
  view.show.cues
    .filter((c) => c.span && view.show.sounds.find((s) => s.id === c.soundId)?.kind === kind)
    .map((c) => c.id);

/** Where a dragged item would be dropped. */
function Gap({ rows, at }: { rows: readonly Row[]; at: number }) {
  const top = rows[at]?.top ?? sheetHeight(rows);
  return <div className="bg-primary absolute inset-x-0 z-20 h-1 rounded" style={{ top: top - 2 }} aria-hidden="true" />;
}

/** The step or time a dropped sound would start with. */
function Moment({ y, width, text }: { y: number; width: number; text: string }) {
  return (
    <div className="border-primary absolute right-0 z-20 border-t-2" style={{ top: y, width }}>
      <span className="bg-primary text-primary-content rounded-b px-1.5 text-xs font-bold">{text}</span>
    </div>
  );
}

function Mode({ name, on, press }: { name: string; on: boolean; press: () => void }) {
  return (
    <button
      type="button"
      aria-pressed={on}
      className={`cursor-pointer border-b-2 pb-0.5 text-sm ${on ? "border-primary text-primary font-bold" : "muted border-transparent"}`}
      onClick={press}
    >
      {name}
    </button>
  );
}

/** The slide a cue begins on. */
const cuesFirst = (view: ShowView, cueId: string | undefined) =>
  view.show.cues.find((c) => c.id === cueId)?.span?.first;
