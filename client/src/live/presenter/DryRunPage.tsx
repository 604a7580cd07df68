import { useCallback, useEffect, useState } from "react";
import { useRuns } from "../../api/runs";
import { useView } from "../../show/openShow";
import { Select, Checkbox } from "../../ui/fields";
import { sendSavedRuns } from "./keepRun";
import { LeaveDialog } from "./LeaveDialog";
import { PresenterView } from "./PresenterView";
import { ChecksStrip } from "../../findings/ChecksStrip";
import { ReadyCard } from "./ReadyCard";
import { RunEnd } from "./RunEnd";
import { RunReport } from "./RunReport";
import type { SlideVoices } from "./SlideVoices";
import { useSlideVoices } from "./useSlideVoices";
import { VoicesSaved } from "./VoicesSaved";
import { useNow } from "../engine/useNow";
import type { Prepared } from "../engine/prepare";
import { useFindingsWhenReady, usePrepared } from "./usePrepared";
import { useNotices } from "./useNotices";
import { ThemedPart } from "../../ui/ThemedPart";
import { words } from "./words";

/** The show as the audience gets it, for checking and timing, and the reports of earlier runs. */
export default function DryRunPage() {
  const view = useView();
  const ready = usePrepared(view.id, "dry");
  const findings = useFindingsWhenReady(view.id, ready.prepared);
  const { prepared, begun } = ready;
  const recording = useSlideVoices(view.id);
  if (begun && prepared)
    return (
      <ThemedPart theme="lantern" className="fixed inset-0 z-40">
        <Rehearsed showId={view.id} prepared={prepared} voices={recording.voices} />
      </ThemedPart>
    );
  return (
    <div className="grid min-h-0 grow grid-cols-[minmax(0,1fr)_minmax(0,1.2fr)] overflow-y-auto max-lg:grid-cols-1">
      <ReadyCard
        title={words.dryRun}
        showId={view.id}
        below={<ChecksStrip showId={view.id} findings={findings} />}
        ready={ready}
        waits={recording.asking}
        ways={[
          ["hand", words.ways.hand],
          ["plan", words.ways.plan],
        ]}
        atTop
      >
        <div className="mb-3">
          <Checkbox
            checked={recording.asking || !!recording.voices}
            set={(wanted) => (wanted ? void recording.open(false) : recording.close())}
          >
            {words.recordVoices}
          </Checkbox>
          {recording.problem && (
            <p role="alert" className="mt-1 pl-7 text-sm">
              <span className="text-error">{recording.problem}</span>{" "}
              <button type="button" className="btn btn-xs" onClick={() => void recording.open(true)}>
                {words.usePractice}
              </button>
            </p>
          )}
        </div>
      </ReadyCard>
      <Runs showId={view.id} />
    </div>
  );
}

/** The reports of earlier runs. */
function Runs({ showId }: { showId: string }) {
  const [chosen, setChosen] = useState<string>();
  const sendLeft = useCallback(() => sendSavedRuns(showId), [showId]);
  const { data: runs } = useRuns(showId, sendLeft);
  const shown = chosen ?? runs?.[0]?.id;
  return (
    <section className="bg-base-100 line-l min-w-0 overflow-y-auto p-6" aria-label={words.earlierRuns}>
      <h2 className="mb-2 text-lg">{words.earlierRuns}</h2>
      {!runs || runs.length === 0 ? (
        <p className="muted">{words.noRuns}</p>
      ) : (
        <p className="mb-4">
          <Select
            label={words.whichRun}
            value={shown ?? ""}
            options={runs.map((r) => [
              r.id,
              `${words.kinds[r.kind] ?? r.kind}, ${new Date(r.startedAt).toLocaleString([], { dateStyle: "medium", timeStyle: "short" })}`,
            ])}
            commit={setChosen}
          />
        </p>
      )}
      {shown && <RunReport key={shown} showId={showId} runId={shown} />}
    </section>
  );
}

interface RehearsedProps {
  showId: string;
  prepared: Prepared;
  voices: SlideVoices | undefined;
}

function Rehearsed({ showId, prepared: { stage, strands, files, resumes }, voices }: RehearsedProps) {
  const now = useNow(stage);
  const notices = useNotices(showId, stage);
  // Saving a voice edits the show; that needs no notice.
  const told = voices ? notices.filter((notice) => notice.about !== "edit") : notices;
  const [startsAt, setStartsAt] = useState(resumes?.startsAt);
  const slideId = stage.place()?.slideId;
  useEffect(() => {
    const slide = stage.view.show.slides.find((s) => s.id === slideId);
    if (voices && slide) voices.slide(slide.id, slide.title);
  }, [voices, stage, slideId]);
  useEffect(() => {
    if (now.ended) void voices?.end();
  }, [voices, now.ended]);
  if (now.ended)
    return (
      <RunEnd showId={showId} stage={stage}>
        {voices && <VoicesSaved voices={voices} />}
      </RunEnd>
    );
  return (
    <>
      <LeaveDialog stage={stage} />
      <PresenterView
        stage={stage}
        showId={showId}
        strands={strands}
        files={files}
        startsAt={startsAt}
        setStartsAt={setStartsAt}
        hadAudience={resumes?.hasAudience ?? false}
        notices={[...(voices ? [words.recording] : []), ...told.map((notice) => notice.words)]}
      />
    </>
  );
}
