import { useBlocker } from "react-router";
import { Dialog } from "../../ui/Dialog";
import { useNow } from "../engine/useNow";
import type { Stage } from "../engine/Stage";
import { words } from "./words";

/** Asks before the browser's Back button leaves a show that has not ended. */
export function LeaveDialog({ stage }: { stage: Stage }) {
  const { ended } = useNow(stage);
  const blocker = useBlocker(!ended);
  if (blocker.state !== "blocked") return null;
  return (
    <Dialog
      title={words.leave.title}
      close={() => blocker.reset()}
      actions={
        <>
          <button type="button" className="btn btn-ghost" onClick={() => blocker.proceed()}>
            {words.leave.leave}
          </button>
          <button type="button" className="btn btn-primary" onClick={() => blocker.reset()}>
            {words.leave.stay}
          </button>
        </>
      }
    >
      <p>{words.leave.about}</p>
    </Dialog>
  );
}
