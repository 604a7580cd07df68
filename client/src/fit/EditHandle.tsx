import { useRef, useState } from "react";
import type { Cue, Schemas } from "../api/client";
import { reportError } from "../api/errors";
import { fetchMovedEdit } from "../api/fits";
import { useOpenShow, useView } from "../show/openShow";
import { framesPerSecond, time } from "../ui/format";
import { useDragValue } from "../ui/useDragValue";
import { words } from "./words";

interface Props {
  cue: Cue;
  index: number;
  /** Its position, in hundredths of the map. */
  at: number;
  /** The frames in a hundredth of the map. */
  framesPerShare: number;
  /** The edit; undefined where it cannot be moved. */
  join: Schemas["EditPoint"] | undefined;
}

/** An edit on the map. Dragged, or moved by arrow keys, it goes to the next equally inaudible edit point. */
export function EditHandle({ cue, index, at, framesPerShare, join }: Props) {
  const view = useView();
  const { edit } = useOpenShow();
  const handle = useRef<HTMLButtonElement>(null);
  // Where it was dropped; shown until the server has answered with its new position.
  const [dropped, setDropped] = useState<{ at: number; dx: number }>();
  const move = (frames: number) => {
    if (!join || frames === 0 || !Number.isFinite(frames)) return;
    fetchMovedEdit(view.id, cue.id, index, join.fromFrame + frames)
      .then((moved) => edit(moved, view.revision))
      .catch((problem: unknown) => {
        setDropped(undefined);
        reportError(problem);
      });
  };
  const { held, bind } = useDragValue({
    valueAt: ({ x, startX }) => x - startX,
    commit: (dx) => {
      setDropped({ at, dx });
      const width = handle.current?.parentElement?.getBoundingClientRect().width ?? 1;
      move(Math.round((100 * dx * framesPerShare) / width));
    },
    nudge: ({ x }) => move(x * 2 * framesPerSecond),
    enabled: join !== undefined,
    axis: "x",
  });
  return (
    <button
      ref={handle}
      {...bind()}
      type="button"
      className={`absolute -top-2 h-10 w-4 -translate-x-1/2 touch-none ${join ? "cursor-ew-resize" : ""}`}
      style={{ left: `calc(${at}% + ${held?.value ?? (dropped?.at === at ? dropped.dx : 0)}px)` }}
      disabled={!join}
      data-handle={index + 1}
      aria-label={join ? words.movableEdit(index + 1, time(join.atFrame)) : words.edit(index + 1)}
      title={join ? words.dragEdit : undefined}
    >
      <span className="absolute inset-y-0 left-1/2 w-0.5 -translate-x-1/2 bg-current" />
      <span className="bg-neutral text-neutral-content absolute -top-4 left-1/2 min-w-4.5 -translate-x-1/2 rounded-full px-1 text-center text-xs leading-4.5 font-bold">
        {index + 1}
      </span>
    </button>
  );
}
