import { useState } from "react";
import { useView } from "../show/openShow";
import { time } from "../ui/format";
import { over } from "./over";
import { RunningTimeDialog } from "./RunningTimeDialog";

/** The running time, always in sight, and how far it is from what is aimed at; opens where both are set. */
export function RunningTime() {
  const view = useView();
  const [open, setOpen] = useState(false);
  const difference = over(view);
  return (
    <>
      <button
        type="button"
        className="btn btn-ghost btn-sm mr-1 max-xl:mr-0 h-10 gap-2 px-2 font-normal max-md:mr-0"
        title="Running time, what to aim at, and the timing sheet"
        onClick={() => setOpen(true)}
      >
        <span className="muted text-sm max-xl:sr-only">Running time</span>
        <span className="figures text-xl font-bold" data-testid="running-time">
          {time(view.runningOrder.totalFrames)}
        </span>
        {difference && (
          <span
            className={`figures text-sm max-lg:hidden ${difference.frames > 0 ? "text-warning font-semibold" : "muted"}`}
            data-testid="over"
          >
            {difference.words}
          </span>
        )}
      </button>
      {open && <RunningTimeDialog close={() => setOpen(false)} />}
    </>
  );
}
