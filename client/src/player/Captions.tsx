import type { Stage } from "../live/engine/Stage";
import { useNow, useTick } from "../live/engine/useNow";
import { captionAt, type PlayerData } from "./data";

/** The caption of the slide at this time. */
export function Captions({ data, stage }: { data: PlayerData; stage: Stage }) {
  const now = useNow(stage);
  useTick();
  const lines = captionAt(data, stage.place()?.slideId ?? "", stage.timeMs() - now.slideSinceMs);
  return lines.length === 0 ? null : (
    <p
      className="pointer-events-none absolute bottom-[16%] left-1/2 w-max max-w-[92%] -translate-x-1/2 rounded-md bg-black/75 px-4 py-2 text-center text-xl text-white"
      data-testid="caption"
    >
      {lines.map((line) => (
        <span key={line} className="block">
          {line}
        </span>
      ))}
    </p>
  );
}
