import { useState } from "react";
import { useView } from "../show/openShow";
import { time } from "../ui/format";
import { over } from "./over";
import { RunningTimeDialog } from "./RunningTimeDialog";
import { words } from "./words";

/** The running time and its difference to the target. Opens the dialog where the target is set. */
export function RunningTime() {
  const view = useView();
  const [open, setOpen] = useState(false);
  const difference = over(view);
  return (
    <>
      <button
        type="button"
        className="btn btn-ghost btn-sm mr-1 max-xl:mr-0 h-10 gap-2 px-2 font-normal max-md:mr-0"
        title={words.hint}
        onClick={() => setOpen(true)}
      >
        <span className="muted text-sm max-xl:sr-only">{words.title}</span>
        <span className="figures text-xl font-bold" data-testid="running-time">
          {time(view.runningOrder.totalFrames)}
        </span>
        {difference && (
          <span
            className={`figures text-sm max-lg:hidden ${difference.frames > 0 ? "text-warning font-semibold" : "muted"}`}
            data-testid="over"
          >
            {difference.text}
          </span>
        )}
      </button>
      {open && <RunningTimeDialog close={() => setOpen(false)} />}
    </>
  );
}
