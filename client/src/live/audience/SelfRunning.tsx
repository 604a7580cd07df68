import { useEffect, useRef } from "react";
import { spotUrl } from "../../api/client";
import { noDevice } from "../../hearing/watchClock";
import { AudienceView } from "./AudienceView";
import type { Stage } from "../engine/Stage";
import { useNow } from "../engine/useNow";
import { useStageKeys } from "../engine/useStageKeys";
import { useWakeLock } from "../../ui/useWakeLock";
import type { Pictures } from "../engine/pictures";
import { useRunMemory } from "../engine/useRunMemory";
import { words } from "./words";

interface Props {
  stage: Stage;
  showId: string;
  pictures: Pictures;
}

/** A self-running show in full screen; manual cues are not triggered. Escape ends it, and arrow keys still move it. */
export function SelfRunning({ stage, showId, pictures }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const now = useNow(stage);
  useStageKeys(stage);
  useRunMemory(showId, stage, { hasAudience: false });
  useWakeLock();
  useEffect(() => {
    const element = box.current;
    void element?.requestFullscreen().catch(() => undefined);
    const leave = (event: KeyboardEvent) => event.key === "Escape" && stage.end();
    const left = () => !document.fullscreenElement && stage.end();
    document.addEventListener("keydown", leave);
    document.addEventListener("fullscreenchange", left);
    return () => {
      document.removeEventListener("keydown", leave);
      document.removeEventListener("fullscreenchange", left);
    };
  }, [stage]);
  return (
    <div ref={box} className="relative h-full w-full cursor-none">
      <AudienceView stage={stage} spotPicture={spotUrl(showId)} pictures={pictures} startsAt={undefined} />
      {now.soundLost && (
        <p
          role="alert"
          className="bg-warning text-warning-content absolute inset-x-0 bottom-0 px-4 py-1.5 font-semibold"
        >
          {noDevice}
        </p>
      )}
      {now.soundHeld && (
        <button
          type="button"
          className="btn btn-warning absolute bottom-6 left-1/2 -translate-x-1/2 cursor-pointer"
          onClick={() => void stage.letSound()}
        >
          {words.enableSound}
        </button>
      )}
    </div>
  );
}
