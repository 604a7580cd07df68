import { EyeOff, Play, Repeat2 } from "lucide-react";
import { memo, useState } from "react";
import { pictureUrl, type ShowView, type Slide } from "../api/client";
import { useOpenShow } from "../show/openShow";
import { MsField } from "../ui/fields";
import { hold, time } from "../ui/format";
import type { Bands } from "../strands/bands";
import type { Row } from "../strands/layout";
import { HoldEdge } from "./HoldEdge";
import { RowVideos } from "./RowVideos";
import type { Keys } from "../show/selection";
import { words } from "./words";

interface Props {
  showId: string;
  row: Row;
  slide: Slide;
  /** The section that begins here. */
  section: ShowView["show"]["sections"][number] | undefined;
  /** The names of the cues here in each band, for screen readers, separated by {@link apart}. */
  lying: string;
  /** Whether it has a video. */
  hasVideo: boolean;
  bands: Bands;
  selected: boolean;
  /** Whether it is in the tab order: only one row is, and arrow keys move from it. */
  tabbed: boolean;
  select: (slideId: string, keys: Keys) => void;
  /** Begins dragging this slide, with the others if several are selected. */
  lift: (slideId: string, transfer: DataTransfer) => void;
  /** Whether a sound is dragged over it. */
  over: boolean;
  /** Whether row heights are holds: then the lower edge can be dragged. */
  byTime: boolean;
}

/** Separates the names of the bands. */
export const apart = "\n";

/** A hold that fits its column: long ones are shown without the unit. */
const narrowHold = (ms: number) => (ms % 100 === 0 ? hold(ms) : hold(ms).replace(" s", ""));

/** The widths of a row's columns left of the bands. All but the title's are fixed, so that layout does not measure the cells. */
export const columns = {
  number: "w-[2.1rem] shrink-0",
  picture: "w-[7.3rem] shrink-0 max-xl:w-20",
  title: "min-w-20 flex-1",
  hold: "w-[4.3rem] shrink-0 max-md:hidden",
};

/** One slide: picture, title, start and hold. */
export const SlideRow = memo(function SlideRow(props: Props) {
  const { showId, row, slide, section, bands, selected, tabbed, select, lift, over } = props;
  const { edit, play } = useOpenShow();
  const [lifted, setLifted] = useState(false);
  const [near, setNear] = useState(false);
  const low = row.height < 66;
  const high = Math.min(62, row.height - 14);
  return (
    <div
      role="row"
      aria-selected={selected}
      aria-rowindex={row.index + 2}
      data-slide={row.hidden ? undefined : row.number}
      data-hidden={row.hidden || undefined}
      data-row={row.slideId}
      className={`line-b group absolute inset-x-0 flex contain-layout contain-paint contain-style ${over ? "bg-secondary" : selected ? "bg-base-300" : ""} ${lifted ? "opacity-50" : ""}`}
      style={{
        top: row.top,
        height: row.height,
        boxShadow: selected ? "inset 4px 0 var(--color-primary)" : undefined,
      }}
      onClick={(event) => select(row.slideId, event)}
      onPointerEnter={() => setNear(true)}
      onPointerLeave={() => setNear(false)}
    >
      {section && (
        <div
          className="bg-primary absolute -top-px right-0 left-0 z-10 h-0.5 opacity-60"
          style={{ right: bands.width }}
          aria-hidden="true"
        />
      )}
      <div role="gridcell" className={`muted figures pt-2 pl-3 font-bold ${columns.number}`}>
        {row.number}
      </div>
      <div
        role="gridcell"
        className={`cursor-grab pt-2 ${columns.picture}`}
        draggable
        onDragStart={(event) => {
          lift(row.slideId, event.dataTransfer);
          setLifted(true);
        }}
        onDragEnd={() => setLifted(false)}
      >
        {row.hidden && <EyeOff size={14} aria-label={words.hidden} className="muted" />}
        {!row.hidden && (
          <>
            <div
              className="relative max-w-[93%] max-xl:aspect-video max-xl:h-auto!"
              style={{ height: high, width: (high * 16) / 9 }}
            >
              <img
                className={`bg-base-300 block size-full rounded-sm border border-[var(--line)] ${slide.picture.fills ? "object-cover" : "object-contain"}`}
                src={pictureUrl(showId, slide, 320)}
                alt=""
                decoding="async"
                draggable={false}
              />
              {props.hasVideo && <RowVideos slide={slide} row={row} />}
            </div>
            {(near || selected || tabbed) && (
              <button
                type="button"
                className={`btn btn-primary btn-xs btn-circle absolute bottom-1.5 left-[2.35rem] ${near || selected ? "" : "opacity-0 group-focus-within:opacity-100"}`}
                aria-label={words.playFromSlide(row.number)}
                tabIndex={tabbed ? 0 : -1}
                title={words.playFromHere}
                onClick={(event) => {
                  event.stopPropagation();
                  play(row.startFrame);
                }}
              >
                <Play size={12} fill="currentColor" />
              </button>
            )}
          </>
        )}
      </div>
      <div
        role="gridcell"
        className={`flex flex-col justify-between pr-2 pl-1 ${columns.title} ${row.hidden ? "justify-center" : low ? "pt-0.5 pb-1" : "pt-1.5 pb-2"}`}
      >
        <button
          type="button"
          className={`w-full cursor-pointer text-left leading-snug ${row.hidden ? "muted text-sm" : "font-semibold"} ${low ? "block truncate" : "line-clamp-2"}`}
          title={slide.title}
          data-title
          tabIndex={tabbed ? 0 : -1}
          onClick={(event) => {
            event.stopPropagation();
            select(row.slideId, event);
          }}
        >
          {slide.title}
        </button>
        {!row.hidden && (
          <span className="muted figures flex items-baseline gap-2 overflow-hidden text-xs whitespace-nowrap">
            {time(row.startFrame)}
            {section && (
              <span className="text-primary min-w-0 truncate font-sans font-semibold" data-section={section.name}>
                {section.waitingLoop && <Repeat2 size={12} aria-label={words.waitingLoop} className="mr-0.5 inline" />}
                {section.name}
              </span>
            )}
            {slide.steps.length > 1 && <span className="min-w-0 truncate">{words.steps(slide.steps.length)}</span>}
          </span>
        )}
      </div>
      <div role="gridcell" className={`quiet pt-1 ${columns.hold}`} onClick={(event) => event.stopPropagation()}>
        {!row.hidden && (
          <MsField
            label={words.holdOf(row.number)}
            ms={slide.holdMs}
            show={narrowHold}
            commit={(holdMs) =>
              edit({ kind: "setHolds", holds: [{ slideId: slide.id, holdMs, staysFor: null, breathMs: 0 }] })
            }
            width="4rem"
            tabbed={tabbed}
          />
        )}
      </div>
      {props.byTime && !row.hidden && <HoldEdge row={row} slide={slide} right={bands.width} />}
      {props.lying.split(apart).map((names, i) => (
        <div
          key={bands.all[i]?.kind}
          role="gridcell"
          className="line-l shrink-0"
          style={{ width: bands.all[i]?.width }}
          aria-label={names}
        />
      ))}
    </div>
  );
});
