import { useMemo, useRef, useState } from "react";
import { useOpenShow } from "../shows/ShowContext";
import { bands, bandsWidth } from "./bands";
import { layRows, sheetHeight, type RowMode } from "./layout";
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

/** The slides in running order, from top to bottom, and the strands beside them. */
export function Sheet({ selection, select, drop }: Props) {
  const { view, player } = useOpenShow();
  const [mode, setMode] = useState<RowMode>(() => (localStorage.getItem(modePlace) === "time" ? "time" : "slide"));
  const rows = useMemo(() => layRows(view.runningOrder.slides, mode), [view.runningOrder, mode]);
  const scroller = useRef<HTMLDivElement>(null);
  const order = rows.map((r) => r.slideId);
  const choose = (next: RowMode) => {
    localStorage.setItem(modePlace, next);
    setMode(next);
  };

  return (
    <main className="flex min-w-0 grow flex-col px-4 pt-2">
      <div className="flex items-center gap-4 pb-1" role="group" aria-label="Row height">
        <Mode name="By slide" on={mode === "slide"} press={() => choose("slide")} />
        <Mode name="By time" on={mode === "time"} press={() => choose("time")} />
      </div>
      <div
        ref={scroller}
        className="min-h-0 grow overflow-x-hidden overflow-y-auto"
        onClick={(event) => event.target === event.currentTarget && select(undefined)}
      >
        <div className="relative">
          <div role="grid" aria-label="Run sheet" aria-rowcount={rows.length + 1}>
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
            <div className="bg-base-100 relative" style={{ height: sheetHeight(rows) }}>
              {rows.map((row) => (
                <SlideRow
                  key={row.slideId}
                  row={row}
                  columns={columns}
                  selected={selectedSlides(selection).includes(row.slideId)}
                  select={(keys) => select(clickSlide(selection, order, row.slideId, keys))}
                  drop={(soundId) => drop(soundId, row.slideId)}
                />
              ))}
            </div>
          </div>
          <div className="pointer-events-none absolute inset-x-0 top-7" style={{ height: sheetHeight(rows) }}>
            <div className="absolute top-0 right-0" style={{ width: bandsWidth }}>
              <Strands rows={rows} selected={selectedCue(selection)} select={(cueId) => select({ cueId })} />
            </div>
            <Playhead rows={rows} player={player} scroller={scroller} />
          </div>
        </div>
        {rows.length === 0 && (
          <p className="muted mx-auto max-w-80 py-24 text-center">
            No slides yet. Drop a deck here — a PDF, or pictures of the slides — and it fills this sheet.
          </p>
        )}
      </div>
    </main>
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
