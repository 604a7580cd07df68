import { toast } from "sonner";
import { useState } from "react";
import { createPortal } from "react-dom";
import { spotUrl, type StrandView } from "../../api/client";
import { noDevice } from "../../hearing/watchClock";
import { AudienceView } from "../audience/AudienceView";
import { openAudience, type Audience } from "../audience/audienceWindow";
import { Notes } from "./Notes";
import { PresenterTimeline } from "./timeline/PresenterTimeline";
import { spaceOf, pad } from "./timeline/space";
import { StageBar } from "./timeline/StageBar";
import { StageKeysDialog } from "./timeline/StageKeys";
import { timeWords, Announcements } from "./timeline/Announcements";
import { useChosenSound } from "./timeline/useChosenSound";
import { useLetters } from "./timeline/useLetters";
import { useSize } from "./timeline/useSize";
import type { RunFiles } from "../engine/RunFiles";
import { SlideGrid } from "./SlideGrid";
import type { Stage } from "../engine/Stage";
import { useNow, useTick } from "../engine/useNow";
import { useCommands } from "../../ui/useCommands";
import { useStageKeys } from "../engine/useStageKeys";
import { useWakeLock } from "../../ui/useWakeLock";
import { useRunMemory } from "../engine/useRunMemory";
import { useLeaveWarning } from "../../ui/useLeaveWarning";
import { Status } from "../../ui/Status";
import { words } from "./words";

interface Props {
  stage: Stage;
  showId: string;
  strands: readonly StrandView[];
  files: RunFiles;
  startsAt: number | undefined;
  setStartsAt: (at: number | undefined) => void;
  /** A notice above everything else, for example that the show was edited meanwhile. */
  notices: readonly string[];
  openClicker?: () => void;
  /** Whether the audience window was open before the show was resumed. */
  hadAudience?: boolean;
}

const wideAspect = 16 / 9;

/** The presenter's page, for a dark room and a glance from a metre away: the timeline and the notes. */
export function PresenterView(props: Props) {
  const { stage, showId, strands, files, startsAt, setStartsAt, notices, openClicker, hadAudience } = props;
  const now = useNow(stage);
  const [audience, setAudience] = useState<Audience | undefined>(() => (hadAudience ? openAudience() : undefined));
  const [over, setOver] = useState<"slides" | "keys">();
  const [time, setTime] = useState("");
  const [letters, setLetters] = useLetters();
  const [box, size] = useSize<HTMLDivElement>();
  const { chosen, choose, press } = useChosenSound(stage);
  const openGrid = () => setOver("slides");
  const openKeys = () => setOver("keys");
  const open = audience && !audience.window.closed ? audience : undefined;
  useRunMemory(showId, stage, { startsAt, hasAudience: !!open });
  useWakeLock();
  useLeaveWarning(() => !now.ended);
  useStageKeys(stage, { slides: openGrid, keys: openKeys });
  useCommands("presenter", {
    which: () => press("which"),
    hold: () => press("hold"),
    restart: () => press("restart"),
    back: () => press("back"),
    on: () => press("on"),
    mark: () => press("mark"),
    fade: () => press("fade"),
    largerNotes: () => setLetters(letters + 2),
    smallerNotes: () => setLetters(letters - 2),
    time: () => setTime(timeWords(stage)),
  });
  // Browsers do not report when the audience's window is closed.
  useTick(1);
  const slide = stage.view.show.slides.find((s) => s.id === stage.place()?.slideId);
  const first = stage.view.show.slides[0]?.picture;
  const space = spaceOf(size.width, size.height, first ? first.width / first.height : wideAspect, letters);
  return (
    <div className="flex h-full flex-col">
      <StageBar
        stage={stage}
        audience={() => {
          const opened = openAudience();
          if (opened) setAudience(opened);
          else toast.error(words.blockedWindow);
        }}
        clicker={openClicker}
        slides={openGrid}
        keys={openKeys}
      />
      {(notices.length > 0 || now.soundHeld || now.soundLost) && (
        <div className="bg-warning text-warning-content flex items-center gap-3 px-4 py-1.5 font-semibold">
          {now.soundHeld ? (
            <>
              <Status>{words.blockedSound}</Status>
              <button type="button" className="btn btn-xs" onClick={() => void stage.letSound()}>
                {words.enableSound}
              </button>
            </>
          ) : (
            <Status>{[...(now.soundLost ? [noDevice] : []), ...notices].join(" ")}</Status>
          )}
        </div>
      )}
      <div ref={box} className={`flex min-h-0 grow overflow-auto ${space.upright ? "flex-col" : ""}`}>
        {size.width > 0 && (
          <>
            <main
              className="flex min-w-0 grow"
              style={{ paddingInline: pad, paddingTop: pad, ...(space.upright && { width: space.width }) }}
            >
              <PresenterTimeline
                stage={stage}
                strands={strands}
                files={files}
                space={space}
                chosen={chosen}
                choose={choose}
                startsAt={startsAt}
                setStartsAt={setStartsAt}
              />
            </main>
            <Notes notes={slide?.notes ?? ""} space={space} letters={letters} setLetters={setLetters} />
          </>
        )}
      </div>
      <Announcements stage={stage} time={time} />
      {over === "slides" && <SlideGrid stage={stage} files={files} close={() => setOver(undefined)} />}
      {over === "keys" && <StageKeysDialog close={() => setOver(undefined)} />}
      {open &&
        createPortal(
          <AudienceView stage={stage} spotPicture={spotUrl(showId)} pictures={files.pictures} startsAt={startsAt} />,
          open.box,
        )}
    </div>
  );
}
