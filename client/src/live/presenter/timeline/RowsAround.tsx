import { ArrowUp } from "lucide-react";
import { framesOfMs, shortTime } from "../../../ui/format";
import type { Pictures } from "../../engine/pictures";
import { SlidePicture } from "../../audience/SlidePicture";
import type { Stage } from "../../engine/Stage";
import { useNow } from "../../engine/useNow";
import type { TimelineRow } from "./rows";
import { words } from "../words";

interface Props {
  stage: Stage;
  row: TimelineRow;
}

const slideOf = ({ stage, row }: Props) => stage.view.show.slides.find((s) => s.id === row.slideId);

/** The row before, narrow; a click goes back to it. */
export function PreviousRow({ stage, row, pictures }: Props & { pictures: Pictures }) {
  const slide = slideOf({ stage, row });
  const step = stage.places[row.place]?.step ?? 0;
  const same = stage.place()?.slideId === row.slideId;
  const where = same ? words.step(step + 1) : (slide?.title ?? "");
  return (
    <button
      type="button"
      className="hover:bg-base-100 flex h-full w-full cursor-pointer items-center gap-3 overflow-hidden rounded-md px-2 text-left"
      onClick={() => stage.back()}
    >
      <ArrowUp size={18} className="shrink-0" /> <b>{words.previous}</b>
      <SlidePicture
        picture={pictures.get(`${row.slideId} ${step}`)}
        alt=""
        width={128}
        className="h-8 w-14 shrink-0 rounded-sm object-contain opacity-70"
      />
      <span className="muted min-w-0 grow truncate">
        {!same && <b className="figures">{row.number}</b>} {where}
      </span>
      {!same && <Times stage={stage} row={row} />}
    </button>
  );
}

/** A coming step, with its picture. */
export function StepLine({ stage, row }: Props) {
  const slide = slideOf({ stage, row });
  const first = stage.places[row.place]?.step ?? 0;
  const more = row.lastPlace - row.place;
  const label = slide?.steps[first]?.label;
  return (
    <button
      type="button"
      className="hover:bg-base-100 flex h-full w-full cursor-pointer items-center gap-2.5 overflow-hidden px-2 text-left"
      onClick={() => stage.goTo(row.place)}
    >
      <i className="muted size-2.5 shrink-0 rounded-full border-2 border-current" aria-hidden="true" />
      <span className="muted shrink-0 text-sm">{words.step(first + 1)}</span>
      <span className="truncate">{label}</span>
      {more > 0 && <span className="muted ml-auto shrink-0 text-sm">{words.more(more)}</span>}
    </button>
  );
}

/** A coming slide; a click goes to it. */
export function ComingRow({ stage, row, pictures, isLoaded }: Props & { pictures: Pictures; isLoaded: boolean }) {
  const slide = slideOf({ stage, row });
  const steps = slide?.steps.length ?? 1;
  const high = row.height - 10;
  return (
    <button
      type="button"
      className="hover:bg-base-100 flex h-full w-full cursor-pointer items-center gap-3 overflow-hidden text-left"
      onClick={() => stage.goTo(row.place)}
    >
      <span
        className="flex shrink-0 justify-end"
        style={{ height: high, width: `calc(${Math.round((high * 16) / 9)}px + 0.5rem)` }}
      >
        <SlidePicture
          picture={pictures.get(`${row.slideId} 0`)}
          alt=""
          width={320}
          className="h-full rounded-sm object-contain object-right"
        />
      </span>
      <span className="min-w-0 grow">
        <span className={`block truncate leading-tight ${row.height > 60 ? "text-lg" : ""}`}>
          <b className="figures">{row.number}</b> {slide?.title}
        </span>
        {row.height > 48 && steps > 1 && <span className="muted text-sm">{words.steps(steps)}</span>}
      </span>
      {!isLoaded && <span className="muted shrink-0 text-sm">{words.notLoaded}</span>}
      <Times stage={stage} row={row} />
    </button>
  );
}

/** The planned hold of a slide; in a dry run also how long it was shown. */
function Times({ stage, row }: Props) {
  useNow(stage);
  const planned = slideOf({ stage, row })?.holdMs ?? 0;
  const spent = stage.kind === "dry" ? stage.spentMs(row.slideId) : undefined;
  const text = (ms: number) => shortTime(framesOfMs(ms));
  return (
    <span className="figures shrink-0 pr-1 text-right text-sm" data-times={row.number}>
      {spent !== undefined && (
        <>
          <span className="muted">{words.tookTime} </span>
          <b className={spent > planned + 500 ? "text-warning" : ""}>{text(spent)}</b>
          <span className="muted"> {words.of("")}</span>
        </>
      )}
      <span className={spent === undefined ? "" : "muted"}>{text(planned)}</span>
    </span>
  );
}
