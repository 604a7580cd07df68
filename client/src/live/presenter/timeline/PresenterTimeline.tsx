import { useLayoutEffect, useMemo, useRef } from "react";
import type { StrandView } from "../../../api/client";
import { ComingRow, PreviousRow, StepLine } from "./RowsAround";
import { NextEffect } from "./NextEffect";
import { CurrentRow, strokeHeight, titleHeight } from "./CurrentRow";
import { layOutLiveStrands } from "./layOutLiveStrands";
import { ManualCueButtons } from "../../audience/ManualCueButtons";
import { timelineRows, type TimelineRow } from "./rows";
import { SoundTags } from "./SoundTags";
import { pad, type Space } from "./space";
import { StrandsBeside } from "./StrandsBeside";
import { WaitingRing } from "./WaitingRing";
import type { RunFiles } from "../../engine/RunFiles";
import { useLoadState } from "../../engine/useLoadState";
import type { Stage } from "../../engine/Stage";
import { useNow } from "../../engine/useNow";
import { words } from "../words";

interface Props {
  stage: Stage;
  strands: readonly StrandView[];
  files: RunFiles;
  space: Space;
  /** The strand that keys act on. */
  chosen: string | undefined;
  choose: (cueId: string) => void;
  startsAt: number | undefined;
  setStartsAt: (at: number | undefined) => void;
}

const moveMs = 200;
const leapPx = 160;
const endHeight = 60;

/** The moving run sheet: the current row at a fixed line, coming ones below it, and the sounds beside them. */
export function PresenterTimeline({ stage, strands, files, space, chosen, choose, startsAt, setStartsAt }: Props) {
  const { place: at, sounding } = useNow(stage);
  const { pictures } = files;
  useLoadState(files);
  const heard = sounding.join(" ");
  const here = space.picture.height + titleHeight + strokeHeight;
  const rows = useMemo(
    () => timelineRows(stage.places, stage.view.runningOrder.slides, at, { height: space.height, here }),
    [stage, at, space.height, here],
  );
  const sheet = useRef<HTMLDivElement>(null);
  useMove(sheet, rows);
  const layout = useMemo(
    () => layOutLiveStrands(stage, strands, heard.split(" "), space.lanes),
    [stage, strands, heard, space.lanes],
  );
  const strandAt = (cueId: string) => {
    const one = layout.find((h) => h.liveId === cueId);
    return one && space.lanes + pad - one.x - one.full;
  };
  const lanesAt = space.picture.width + pad;
  const place = stage.place();
  const last = rows.at(-1);
  return (
    <div ref={sheet} className="relative min-w-0 grow overflow-hidden" style={{ height: space.height }}>
      <ol aria-label={words.runningOrder}>
        {rows.map((row) => (
          <li
            key={row.key}
            data-row={row.key}
            className={`absolute inset-x-0 ${row.kind === "here" ? "" : "line-t"}`}
            style={{ top: row.top, height: row.height }}
          >
            <div className="absolute inset-y-0 left-0" style={{ width: space.picture.width }}>
              {row.kind === "here" ? (
                <CurrentRow stage={stage} pictures={pictures} picture={space.picture} />
              ) : row.kind === "before" ? (
                <PreviousRow stage={stage} row={row} pictures={pictures} />
              ) : row.kind === "step" ? (
                <StepLine stage={stage} row={row} />
              ) : (
                <ComingRow stage={stage} row={row} pictures={pictures} isLoaded={files.isHereAt(row.place)} />
              )}
              {row.kind === "here" && place?.loopStart != null && (
                <WaitingRing
                  stage={stage}
                  pictures={pictures}
                  width={space.picture.width}
                  top={here}
                  height={row.height - here}
                  startsAt={startsAt}
                  setStartsAt={setStartsAt}
                />
              )}
            </div>
            <div className="absolute inset-y-0 right-0 pr-1" style={{ left: lanesAt, paddingLeft: space.lanes + pad }}>
              {row.kind === "here" ? (
                <div className="flex flex-col gap-2" style={{ height: here }}>
                  <SoundTags
                    stage={stage}
                    strandAt={strandAt}
                    reach={space.lanes + pad}
                    chosen={chosen}
                    choose={choose}
                  />
                  <ManualCueButtons stage={stage} />
                </div>
              ) : (
                row.kind !== "before" && <NextEffect stage={stage} row={row} />
              )}
            </div>
          </li>
        ))}
        {last?.lastPlace === stage.places.length - 1 && space.height - last.top - last.height > endHeight && (
          <li
            className="line-t absolute inset-x-0 flex flex-wrap items-center gap-x-4 gap-y-1 pt-3"
            style={{ top: last.top + last.height }}
          >
            <span className="text-lg">{words.end}</span>
            <span className="muted">{words.soundsFinish}</span>
            <button type="button" className="btn btn-sm" onClick={() => stage.end()}>
              {words.endShow}
            </button>
          </li>
        )}
      </ol>
      <div className="pointer-events-none absolute top-0" style={{ left: lanesAt }} data-strands>
        <StrandsBeside
          stage={stage}
          layout={layout}
          rows={rows}
          width={space.lanes}
          height={space.height}
          chosen={chosen}
          choose={choose}
        />
      </div>
    </div>
  );
}

/** Moves rows and strands from their old positions to the new ones; all by the same distance when the current one was not visible before. */
function useMove(sheet: React.RefObject<HTMLDivElement | null>, rows: readonly TimelineRow[]) {
  const before = useRef<readonly TimelineRow[]>([]);
  useLayoutEffect(() => {
    const was = new Map(before.current.map((r) => [r.key, r]));
    const from = before.current.find(isHere);
    const here = rows.find(isHere);
    before.current = rows;
    if (!from || !here || matchMedia("(prefers-reduced-motion: reduce)").matches) return;
    const leap = was.has(here.key) ? undefined : Math.sign(here.place - from.place) * leapPx;
    const move = (part: string, by: number) => {
      if (by === 0) return;
      const course = [{ transform: `translateY(${by}px)` }, { transform: "none" }];
      sheet.current?.querySelector(part)?.animate(course, { duration: moveMs, easing: "ease-out" });
    };
    for (const row of rows) {
      const by = leap ?? (was.get(row.key)?.top ?? row.top) - row.top;
      move(`[data-row="${CSS.escape(row.key)}"]`, by);
      if (row === here) move("[data-strands]", by);
    }
  }, [sheet, rows]);
}

const isHere = (row: TimelineRow) => row.kind === "here";
