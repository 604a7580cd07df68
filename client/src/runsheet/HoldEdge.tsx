import type { Slide } from "../api/client";
import { useOpenShow } from "../show/openShow";
import { hold } from "../ui/format";
import type { Row } from "../strands/layout";
import { snap, useDragValue } from "../ui/useDragValue";
import { words } from "./words";

const least = 100;

/** The lower edge of a row whose height is its hold: dragging it changes the hold, by tenths of a second. */
export function HoldEdge({ row, slide, right }: { row: Row; slide: Slide; right: number }) {
  const { edit } = useOpenShow();
  const { held, bind } = useDragValue({
    valueAt: ({ y, startY }) => snap(slide.holdMs * (1 + (y - startY) / row.height), 100, least, Infinity),
    commit: (holdMs) =>
      holdMs !== slide.holdMs &&
      edit({ kind: "setHolds", holds: [{ slideId: slide.id, holdMs, staysFor: null, breathMs: 0 }] }),
    axis: "y",
  });
  return (
    <div
      {...bind()}
      className="hover:bg-primary/40 absolute bottom-0 left-0 z-10 h-1.5 pointer-coarse:h-4 cursor-ns-resize touch-none"
      style={{ right }}
      data-testid="hold-edge"
      title={words.dragHold}
      onClick={(event) => event.stopPropagation()}
    >
      {held && (
        <span className="bg-primary text-primary-content figures absolute right-2 bottom-1 rounded px-1.5 text-xs font-bold">
          {hold(held.value)}
        </span>
      )}
    </div>
  );
}
