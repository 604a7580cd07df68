import { framesOfMs, shortTime } from "../../ui/format";
import type { Stage } from "../engine/Stage";
import { useNow, useTick } from "../engine/useNow";
import { words } from "./words";

/** How far the talk is behind its plan, in milliseconds, or ahead if negative; 0 within the planned stay. */
function behindMs(stage: Stage): number | undefined {
  const { talkSinceMs, talkFromMs } = stage.snapshot();
  const place = stage.place();
  if (talkSinceMs === undefined || !place) return undefined;
  const elapsed = stage.timeMs() - talkSinceMs;
  const planned = place.atMs - talkFromMs;
  return elapsed - Math.max(planned, Math.min(planned + place.stayMs, elapsed));
}

/** How far the talk is ahead of its plan or behind it, as text; empty before the talk. */
export function aheadWords(stage: Stage): string {
  const behind = behindMs(stage);
  if (behind === undefined) return "";
  return Math.abs(behind) > 500
    ? (behind > 0 ? words.late : words.early)(shortTime(framesOfMs(Math.abs(behind))))
    : words.onTime;
}

/** The time since the talk began, compared with the plan, and the time of day. */
export function StageClock({ stage }: { stage: Stage }) {
  const now = useNow(stage);
  useTick();
  const waiting = now.talkSinceMs === undefined;
  const since = Math.max(0, stage.timeMs() - (now.talkSinceMs ?? now.slideSinceMs));
  const day = new Date().toLocaleTimeString([], { hour: "2-digit", minute: "2-digit", hour12: false });
  return (
    <div className="flex items-baseline gap-4 whitespace-nowrap" role="timer" aria-label={words.clock}>
      <span>
        <b className="figures text-3xl">{shortTime(framesOfMs(since))}</b>{" "}
        <span className="muted text-sm">{waiting ? words.waiting : words.talk}</span>
      </span>
      <b className={(behindMs(stage) ?? 0) > 500 ? "text-warning" : ""} data-ahead>
        {aheadWords(stage)}
      </b>
      <span className="figures muted text-xl">{day}</span>
    </div>
  );
}
