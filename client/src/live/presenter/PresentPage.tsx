import { useState } from "react";
import { useParams } from "react-router";
import { ChecksStrip } from "../../findings/ChecksStrip";
import { ClickerDialog } from "../clicker/ClickerDialog";
import { LeaveDialog } from "./LeaveDialog";
import { ManualCuesNotice } from "./ManualCuesNotice";
import { PresenterView } from "./PresenterView";
import { ReadyCard } from "./ReadyCard";
import { RunEnd } from "./RunEnd";
import { SelfRunning } from "../audience/SelfRunning";
import type { AdvanceMode } from "../engine/Stage";
import { useClicker } from "../clicker/useClicker";
import { useNow } from "../engine/useNow";
import type { Prepared } from "../engine/prepare";
import { useFindingsWhenReady, usePrepared } from "./usePrepared";
import { useNotices } from "./useNotices";
import { ThemedPart } from "../../ui/ThemedPart";
import { words } from "./words";

/** A show for an audience: first loaded, then presented, or left to run by itself. */
export default function PresentPage() {
  const { showId = "" } = useParams();
  const ready = usePrepared(showId, "present");
  const { prepared, advanceMode, begun } = ready;
  const findings = useFindingsWhenReady(showId, prepared);
  return (
    <ThemedPart theme="lantern" className="h-screen">
      {begun && prepared ? (
        <Shown showId={showId} prepared={prepared} advanceMode={advanceMode} />
      ) : (
        <ReadyCard
          title={words.present}
          showId={showId}
          below={<ChecksStrip showId={showId} findings={findings} />}
          ready={ready}
          ways={[
            ["hand", words.ways.hand],
            ["plan", words.ways.once],
            ["forEver", words.ways.forEver],
          ]}
        >
          {advanceMode !== "hand" && prepared && !prepared.stage.view.show.showing.byItself && (
            <ManualCuesNotice names={prepared.stage.view.manualCues} />
          )}
        </ReadyCard>
      )}
    </ThemedPart>
  );
}

function Shown({ showId, prepared, advanceMode }: { showId: string; prepared: Prepared; advanceMode: AdvanceMode }) {
  const { stage, strands, files, resumes } = prepared;
  const now = useNow(stage);
  const notices = useNotices(showId, stage);
  const [startsAt, setStartsAt] = useState(resumes?.startsAt);
  const [clicking, setClicking] = useState(false);
  const clicker = useClicker(showId, stage);
  if (now.ended) return <RunEnd showId={showId} stage={stage} />;
  if (advanceMode !== "hand")
    return (
      <>
        <SelfRunning stage={stage} showId={showId} pictures={files.pictures} />
        <LeaveDialog stage={stage} />
      </>
    );
  return (
    <>
      <PresenterView
        stage={stage}
        showId={showId}
        strands={strands}
        files={files}
        startsAt={startsAt}
        setStartsAt={setStartsAt}
        notices={notices.map((notice) => notice.words)}
        openClicker={() => setClicking(true)}
        hadAudience={resumes?.hasAudience ?? false}
      />
      <LeaveDialog stage={stage} />
      {clicking && <ClickerDialog clicker={clicker} close={() => setClicking(false)} />}
    </>
  );
}
