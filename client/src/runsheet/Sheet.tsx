import { useMemo, useRef, useState, type DragEvent } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { AddSlide } from "../decks/AddSlide";
import { isDeck } from "../decks/readable";
import { useOpenShow } from "../shows/ShowContext";
import { soundType } from "../sounds/soundType";
import { bands, bandsWidth } from "./bands";
import { gapAt, layRows, rowAt, sheetHeight, timesOf, type Row, type RowMode } from "./layout";
import { Playhead } from "./Playhead";
import { clickSlide, selectedCue, selectedSlides, type Selection } from "./selection";
import { SlideRow } from "./SlideRow";
import { Strands } from "./Strands";

interface Props {
  selection: Selection;
  select: (selection: Selection) => void;
  drop: (soundId: string, slideId: string) => void;
}

const columns = "2.1rem 7.3rem minmax(5rem, 1fr) 4.3rem";
const modePlace = "phonaris-rows";
const slidesType = "application/x-phonaris-slides";

/** Where something held over the sheet would go: on a row, or between two. */
type Over = { row: number } | { gap: number } | undefined;

/** The slides in running order, from top to bottom, and the strands beside them. */
export function Sheet({ selection, select, drop }: Props) {
  const { view, player, edit, bringIn } = useOpenShow();
  const [mode, setMode] = useState<RowMode>(() => (localStorage.getItem(modePlace) === "time" ? "time" : "slide"));
  const rows = useMemo(() => layRows(timesOf(view), mode), [view, mode]);
  const scroller = useRef<HTMLDivElement>(null);
  const sheet = useRef<HTMLDivElement>(null);
  const [over, setOver] = useState<Over>();
  const order = rows.map((r) => r.slideId);
  const chosen = selectedSlides(selection);
  const choose = (next: RowMode) => {
    localStorage.setItem(modePlace, next);
    setMode(next);
  };

  const place = (event: DragEvent): Over => {
    const { types } = event.dataTransfer;
    const y = event.clientY - (sheet.current?.getBoundingClientRect().top ?? 0);
    if (types.includes(soundType)) return rows.length > 0 ? { row: rowAt(rows, y) } : undefined;
    return types.includes(slidesType) || types.includes("Files") ? { gap: gapAt(rows, y) } : undefined;
  };
  const onDrop = (event: DragEvent) => {
    const to = place(event);
    setOver(undefined);
    const soundId = event.dataTransfer.getData(soundType);
    const moved = event.dataTransfer.getData(slidesType);
    const decks = [...event.dataTransfer.files].filter(isDeck);
    if (to && "row" in to && soundId) {
      event.preventDefault();
      const row = rows[to.row];
      if (row) drop(soundId, row.slideId);
    } else if (to && "gap" in to && moved) {
      event.preventDefault();
      edit({ kind: "moveSlides", slideIds: moved.split(" "), index: to.gap });
    } else if (to && "gap" in to && decks.length > 0) {
      event.preventDefault();
      event.stopPropagation();
      bringIn([...event.dataTransfer.files], to.gap);
    }
  };

  // Moved by keyboard: past the slide above the first chosen, or below the last.
  const shift = (by: 1 | -1) => {
    const at = order.flatMap((id, i) => (chosen.includes(id) ? [i] : []));
    const [first, last] = [at[0], at.at(-1)];
    if (first === undefined || last === undefined) return;
    const index = by < 0 ? first - 1 : last + 2;
    if (index >= 0 && index <= order.length)
      edit({ kind: "moveSlides", slideIds: at.map((i) => order[i] ?? ""), index });
  };
  useHotkeys("alt+up", () => shift(-1), { preventDefault: true, enabled: chosen.length > 0 });
  useHotkeys("alt+down", () => shift(1), { preventDefault: true, enabled: chosen.length > 0 });

  const lastChosen = order.findLastIndex((id) => chosen.includes(id));
  return (
    <main className="flex min-w-0 grow flex-col px-4 pt-2">
      <div className="flex items-center justify-between pb-1">
        <div className="flex items-center gap-4" role="group" aria-label="Row height">
          <Mode name="By slide" on={mode === "slide"} press={() => choose("slide")} />
          <Mode name="By time" on={mode === "time"} press={() => choose("time")} />
        </div>
        <AddSlide index={lastChosen < 0 ? order.length : lastChosen + 1} />
      </div>
      <div
        ref={scroller}
        className="min-h-0 grow overflow-auto"
        onClick={(event) => event.target === event.currentTarget && select(undefined)}
      >
        <div
          className="relative min-w-[42.5rem]"
          onDragOver={(event) => {
            const to = place(event);
            if (!to) return;
            event.preventDefault();
            setOver(to);
          }}
          onDragLeave={(event) => {
            if (!event.currentTarget.contains(event.relatedTarget as Node | null)) setOver(undefined);
          }}
          onDrop={onDrop}
        >
          <div role="grid" aria-label="Run sheet" aria-rowcount={rows.length + 1} aria-multiselectable="true">
            <div
              role="row"
              className="bg-base-200 muted sticky top-0 z-20 grid h-7 items-center text-xs font-semibold"
              style={{ gridTemplateColumns: `${columns} ${bands.map((b) => `${b.width}px`).join(" ")}` }}
            >
              <span role="columnheader" className="col-span-3 pl-2">
                Slide
              </span>
              <span role="columnheader">Hold</span>
              {bands.map((band) => (
                <span role="columnheader" key={band.kind} className="pl-2">
                  {band.title}
                </span>
              ))}
            </div>
            <div ref={sheet} className="bg-base-100 relative" style={{ height: sheetHeight(rows) }}>
              {rows.map((row, i) => (
                <SlideRow
                  key={row.slideId}
                  row={row}
                  columns={columns}
                  selected={chosen.includes(row.slideId)}
                  over={over !== undefined && "row" in over && over.row === i}
                  select={(keys) => select(clickSlide(selection, order, row.slideId, keys))}
                  lift={(transfer) => {
                    const ids = chosen.includes(row.slideId)
                      ? order.filter((id) => chosen.includes(id))
                      : [row.slideId];
                    transfer.setData(slidesType, ids.join(" "));
                    transfer.effectAllowed = "move";
                  }}
                />
              ))}
            </div>
          </div>
          <div className="pointer-events-none absolute inset-x-0 top-7" style={{ height: sheetHeight(rows) }}>
            <div className="absolute top-0 right-0" style={{ width: bandsWidth }}>
              <Strands rows={rows} selected={selectedCue(selection)} select={(cueId) => select({ cueId })} />
            </div>
            {over && "gap" in over && <Gap rows={rows} at={over.gap} />}
            <Playhead rows={rows} player={player} scroller={scroller} />
          </div>
        </div>
        {rows.length === 0 && (
          <p className="muted mx-auto max-w-80 py-24 text-center">
            No slides yet. Drop a deck here — a presentation, a PDF, or pictures of the slides — and it fills this
            sheet.
          </p>
        )}
      </div>
    </main>
  );
}

/** Where what is held over the sheet would go in. */
function Gap({ rows, at }: { rows: readonly Row[]; at: number }) {
  const top = rows[at]?.top ?? sheetHeight(rows);
  return <div className="bg-primary absolute inset-x-0 z-20 h-1 rounded" style={{ top: top - 2 }} aria-hidden="true" />;
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
