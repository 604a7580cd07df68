import { useSyncExternalStore } from "react";
import type { SlideVoices } from "./SlideVoices";
import { Status } from "../../ui/Status";
import { words } from "./words";

/** The state of the voices recorded in a run. */
export function VoicesSaved({ voices }: { voices: SlideVoices }) {
  const { saved, saving, failed } = useSyncExternalStore(voices.subscribe, voices.snapshot);
  return (
    <div className="mb-4">
      <Status>{saving > 0 ? words.savingVoices(saving) : saved > 0 ? words.savedVoices(saved) : ""}</Status>
      {failed.length > 0 && (
        <p role="alert" className="border-warning mt-2 flex flex-wrap items-center gap-3 rounded-md border px-3 py-2">
          <span>{words.failedVoices(failed.length, failed.join(", "))}</span>
          <button type="button" className="btn btn-sm" onClick={() => voices.retry()}>
            {words.tryAgain}
          </button>
        </p>
      )}
    </div>
  );
}
