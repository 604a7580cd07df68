import { Play } from "lucide-react";
import { memo, useState } from "react";
import { pictureUrl } from "../api/client";
import { useOpenShow } from "../shows/ShowContext";
import { soundType } from "../sounds/soundType";
import { MsField } from "../ui/fields";
import { hold, time } from "../ui/format";
import { bands } from "./bands";
import type { Row } from "./layout";

interface Props {
  row: Row;
  columns: string;
  selected: boolean;
  select: (keys: { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean }) => void;
  drop: (soundId: string) => void;
}

/** One slide: picture, title, when it comes and how long it stays. Sounds can be dropped on it. */
export const SlideRow = memo(function SlideRow({ row, columns, selected, select, drop }: Props) {
  const { view, edit, play } = useOpenShow();
  const [over, setOver] = useState(false);
  const slide = view.show.slides[row.index];
  if (!slide) return null;
  const low = row.height < 66;
  return (
    <div
      role="row"
      aria-selected={selected}
      aria-rowindex={row.number + 1}
      data-slide={row.number}
      className={`line-b group absolute inset-x-0 grid items-stretch ${over ? "bg-secondary" : selected ? "bg-base-300" : ""}`}
      style={{
        top: row.top,
        height: row.height,
        gridTemplateColumns: `${columns} ${bands.map((b) => `${b.width}px`).join(" ")}`,
        boxShadow: selected ? "inset 4px 0 var(--color-primary)" : undefined,
      }}
      onClick={select}
      onDragOver={(event) => {
        if (!event.dataTransfer.types.includes(soundType)) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        setOver(false);
        const soundId = event.dataTransfer.getData(soundType);
        if (!soundId) return;
        event.preventDefault();
        drop(soundId);
      }}
    >
      <div role="gridcell" className="muted figures pt-2 pl-3 font-bold">
        {row.number}
      </div>
      <div role="gridcell" className="relative flex items-start pt-2">
        <img
          className="bg-base-300 aspect-video rounded-sm object-contain"
          style={{ height: Math.min(62, row.height - 14) }}
          src={pictureUrl(view.id, slide, 320)}
          alt=""
          loading="lazy"
          draggable={false}
        />
        <button
          type="button"
          className="btn btn-primary btn-xs btn-circle absolute bottom-1.5 left-1 opacity-0 group-focus-within:opacity-100 group-hover:opacity-100"
          aria-label={`Play from slide ${row.number}`}
          title="Play from here"
          onClick={(event) => {
            event.stopPropagation();
            play(row.startFrame);
          }}
        >
          <Play size={12} fill="currentColor" />
        </button>
      </div>
      <div role="gridcell" className="flex min-w-0 flex-col justify-between pt-1.5 pr-2 pb-2 pl-1">
        <button
          type="button"
          className={`block w-full cursor-pointer text-left leading-snug font-semibold ${low ? "truncate" : "line-clamp-2"}`}
          title={slide.title}
          onClick={(event) => {
            event.stopPropagation();
            select(event);
          }}
        >
          {slide.title}
        </button>
        <span className="muted figures text-xs">{time(row.startFrame)}</span>
      </div>
      <div role="gridcell" className="quiet pt-1" onClick={(event) => event.stopPropagation()}>
        <MsField
          label={`Hold of slide ${row.number}`}
          ms={slide.holdMs}
          show={hold}
          commit={(holdMs) => edit({ kind: "setHolds", holds: [{ slideId: slide.id, holdMs }] })}
          width="4rem"
        />
      </div>
      {bands.map((band) => (
        <div key={band.kind} role="gridcell" className="line-l">
          <span className="sr-only">{sounding(view, row, band.kind)}</span>
        </div>
      ))}
    </div>
  );
});

/** What hangs here in a band, for those who hear the sheet. */
function sounding(view: ReturnType<typeof useOpenShow>["view"], row: Row, kind: string) {
  return view.strands
    .filter((s) => s.startFrame < row.endFrame && s.endFrame > row.startFrame)
    .map((s) => view.show.cues.find((c) => c.id === s.cueId)?.soundId)
    .map((id) => view.show.sounds.find((s) => s.id === id))
    .filter((s) => s?.kind === kind)
    .map((s) => s?.name)
    .join(", ");
}
