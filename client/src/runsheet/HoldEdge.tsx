import { useState } from "react";
import type { Slide } from "../api/client";
import { useActions } from "../shows/ShowContext";
import { hold } from "../ui/format";
import type { Row } from "./layout";
import { useDrag } from "../ui/useDrag";

const least = 100;

/** The lower edge of a row that is as high as its hold: dragged, the slide stays longer or shorter, by tenths of a second. */
export function HoldEdge({ row, slide, right }: { row: Row; slide: Slide; right: number }) {
  const { edit } = useActions();
  const [dragged, setDragged] = useState<number>();
  const bind = useDrag<PointerEvent>(
    ({ movement: [, dy], last, tap, event }) => {
      event.stopPropagation();
      if (tap) return;
      const holdMs = Math.max(least, Math.round((slide.holdMs * (1 + dy / row.height)) / 100) * 100);
      setDragged(last ? undefined : holdMs);
      if (last && holdMs !== slide.holdMs)
        edit({ kind: "setHolds", holds: [{ slideId: slide.id, holdMs, staysFor: null, breathMs: 0 }] });
    },
    { filterTaps: true, axis: "y" },
  );
  return (
    <div
      {...bind()}
      className="hover:bg-primary/40 absolute bottom-0 left-0 z-10 h-1.5 cursor-ns-resize touch-none"
      style={{ right }}
      data-testid="hold-edge"
      title="Drag to hold it longer or shorter"
      onClick={(event) => event.stopPropagation()}
    >
      {dragged !== undefined && (
        <span className="bg-primary text-primary-content figures absolute right-2 bottom-1 rounded px-1.5 text-xs font-bold">
          {hold(dragged)}
        </span>
      )}
    </div>
  );
}
