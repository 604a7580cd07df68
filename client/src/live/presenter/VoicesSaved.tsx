import { useSyncExternalStore } from "react";
import type { SlideVoices } from "./SlideVoices";
import { Status } from "../../ui/Status";

/** What became of the voices recorded in a run. */
export function VoicesSaved({ voices }: { voices: SlideVoices }) {
  const { saved, saving, failed } = useSyncExternalStore(voices.subscribe, voices.snapshot);
  return (
    <div className="mb-4">
      <Status>
        {saving > 0
          ? `Saving ${count(saving)}…`
          : saved > 0
            ? `${count(saved)} saved. Each is a voice cue on its slide.`
            : ""}
      </Status>
      {failed.length > 0 && (
        <p role="alert" className="border-warning mt-2 flex flex-wrap items-center gap-3 rounded-md border px-3 py-2">
          <span>
            {count(failed.length)} couldn’t be saved: {failed.join(", ")}.
          </span>
          <button type="button" className="btn btn-sm" onClick={() => voices.retry()}>
            Try again
          </button>
        </p>
      )}
    </div>
  );
}

const count = (n: number) => (n === 1 ? "1 voice" : `${n} voices`);
