import { useEffect, useMemo, useState, type PointerEvent } from "react";
import { AudienceView } from "../live/audience/AudienceView";
import type { Picture } from "../live/engine/pictures";
import type { AdvanceMode, Stage } from "../live/engine/Stage";
import { useNow } from "../live/engine/useNow";
import { useStageKeys } from "../live/engine/useStageKeys";
import { useWakeLock } from "../ui/useWakeLock";
import { useCommands } from "../ui/useCommands";
import { Captions } from "./Captions";
import { Controls } from "./Controls";
import type { PlayerData } from "./data";
import { addressOf } from "./files";
import { fillScreen } from "./fullScreen";
import { useRestingHand } from "./useRestingHand";
import { words } from "./words";

const swipe = 40; // pixels a finger moves at least

interface Props {
  data: PlayerData;
  stage: Stage;
  advanceMode: AdvanceMode;
  end: () => void;
}

/** A running show: its slide fills the window, with controls over its lower edge while the pointer moves. */
export function Shown({ data, stage, advanceMode, end }: Props) {
  const now = useNow(stage);
  const [captions, setCaptions] = useState(false);
  const [resting, wake] = useRestingHand();
  const [pressedAt, setPressedAt] = useState<{ x: number; y: number }>();
  const pictures = useMemo(
    () =>
      new Map(
        Object.entries(data.pictures).map(([key, file]): [string, Picture] => [key, { address: addressOf(file) }]),
      ),
    [data],
  );
  useStageKeys(stage);
  useWakeLock();
  useCommands("player", { captions: () => setCaptions((c) => !c), fullScreen: fillScreen });
  useNextPictures(stage, pictures, now.place);
  useEffect(() => {
    if (now.ended) end();
  }, [now.ended, end]);
  const place = stage.place();
  const title = data.run.show.slides.find((s) => s.id === place?.slideId)?.title ?? "";
  // A tap or a swipe moves a manually advanced show; otherwise it only shows the controls.
  const lift = (event: PointerEvent) => {
    wake();
    if (!pressedAt || event.button !== 0 || advanceMode !== "hand" || (event.target as Element).closest("button"))
      return;
    const across = event.clientX - pressedAt.x;
    if (Math.abs(event.clientY - pressedAt.y) > swipe) return;
    if (across > swipe || (Math.abs(across) <= swipe && event.clientX < window.innerWidth / 4)) stage.back();
    else stage.on();
  };
  return (
    <main
      className={`fixed inset-0 [touch-action:pan-y_pinch-zoom] bg-black ${resting ? "cursor-none" : ""}`}
      onPointerMove={wake}
      onPointerDown={(event) => setPressedAt({ x: event.clientX, y: event.clientY })}
      onPointerUp={lift}
      onFocus={wake}
    >
      <AudienceView
        stage={stage}
        spotPicture={(cueId) => data.spots[cueId] && addressOf(data.spots[cueId])}
        pictures={pictures}
        startsAt={undefined}
      />
      <p className="sr-only" aria-live="polite">
        {words.slide(place?.number, title)}
      </p>
      {captions && <Captions data={data} stage={stage} />}
      <Controls
        data={data}
        stage={stage}
        advanceMode={advanceMode}
        hidden={resting && !now.paused && !now.soundHeld}
        captions={captions}
        setCaptions={setCaptions}
      />
    </main>
  );
}

/** Loads the next pictures in advance. */
function useNextPictures(stage: Stage, pictures: ReadonlyMap<string, Picture>, place: number) {
  useEffect(() => {
    for (const next of stage.places.slice(place + 1, place + 3)) {
      const picture = pictures.get(`${next.slideId} ${next.step}`);
      if (picture) new Image().src = picture.address;
    }
  }, [stage, pictures, place]);
}
