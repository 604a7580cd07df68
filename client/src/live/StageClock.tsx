import { framesOfMs, shortTime } from "../ui/format";
import type { Stage } from "./Stage";
import { useNow, useTick } from "./useNow";

/** How far the talk is from its plan, in milliseconds: nothing while within the planned stay, more than nothing when behind. */
function behindMs(stage: Stage): number | undefined {
  const { talkSinceMs, talkFromMs } = stage.snapshot();
  const place = stage.place();
  if (talkSinceMs === undefined || !place) return undefined;
  const elapsed = stage.timeMs() - talkSinceMs;
  const planned = place.atMs - talkFromMs;
  return elapsed - Math.max(planned, Math.min(planned + place.stayMs, elapsed));
}

/** The time: of day, since the talk began, on this slide, and against the plan. */
export function StageClock({ stage }: { stage: Stage }) {
  const now = useNow(stage);
  useTick();
  const behind = behindMs(stage);
  const planned = stage.view.show.slides.find((s) => s.id === stage.place()?.slideId)?.holdMs ?? 0;
  const since = (ms: number | undefined) => shortTime(framesOfMs(Math.max(0, stage.timeMs() - (ms ?? 0))));
  return (
    <div className="flex items-baseline gap-5" role="timer" aria-label="Clock">
      <Figure
        name={now.talkSinceMs === undefined ? "waiting" : "talk"}
        value={since(now.talkSinceMs ?? now.slideSinceMs)}
      />
      <Figure name={`of ${shortTime(framesOfMs(planned))}`} value={since(now.slideSinceMs)} small />
      {behind !== undefined && (
        <Figure
          name={behind > 500 ? "behind" : behind < -500 ? "ahead" : "as planned"}
          value={Math.abs(behind) > 500 ? shortTime(framesOfMs(Math.abs(behind))) : "✓"}
          small
          warn={behind > 500}
        />
      )}
      <Figure
        name=""
        value={new Date().toLocaleTimeString([], { hour: "2-digit", minute: "2-digit", hour12: false })}
        small
      />
    </div>
  );
}

function Figure({
  name,
  value,
  small = false,
  warn = false,
}: {
  name: string;
  value: string;
  small?: boolean;
  warn?: boolean;
}) {
  return (
    <span className="whitespace-nowrap">
      <b className={`figures ${small ? "text-2xl" : "text-4xl"} ${warn ? "text-warning" : ""}`}>{value}</b>{" "}
      <span className="muted text-sm">{name}</span>
    </span>
  );
}
