import { useState } from "react";
import type { ShowView } from "../api/client";
import { useGoToPosition, useHistory, useRestoreVersion, useSaveVersion, useVersions } from "../api/history";
import { Dialog } from "../ui/Dialog";

/** How many lines are shown at first: of a show that was worked on for months there are thousands. */
const atFirst = 200;

/** What was done to a show, line by line, to wind back and forth; and its versions kept under a name. */
export function HistoryDialog({ view, close }: { view: ShowView; close: () => void }) {
  const [name, setName] = useState("");
  const [most, setMost] = useState(atFirst);
  const { data: lines = [] } = useHistory(view.id, view.revision, most);
  const { data: versions = [] } = useVersions(view.id);
  const goTo = useGoToPosition(view.id);
  const save = useSaveVersion(view.id);
  const restore = useRestoreVersion(view.id);
  return (
    <Dialog title="What was done" close={close} wide>
      <div className="grid grid-cols-[1fr_17rem] gap-6 max-md:grid-cols-1">
        <ol className="max-h-[60vh] overflow-y-auto" aria-label="History">
          {lines.toReversed().map((line) => (
            <li key={line.position} className="line-b flex items-baseline gap-3 py-1">
              <span className={`grow ${line.applied ? "" : "muted line-through"}`}>{line.sentence}</span>
              <button
                type="button"
                className="btn btn-ghost btn-xs shrink-0"
                onClick={() => goTo.mutate(line.applied ? line.position - 1 : line.position)}
              >
                {line.applied ? "Back to before" : "Do it again"}
              </button>
            </li>
          ))}
          {(lines[0]?.position ?? 1) > 1 && (
            <li className="py-2">
              <button type="button" className="btn btn-xs" onClick={() => setMost(most * 5)}>
                Show earlier
              </button>
            </li>
          )}
          {lines.length === 0 && <li className="muted">Nothing was changed yet.</li>}
        </ol>
        <section aria-label="Versions">
          <h3 className="mb-2 text-base">Versions</h3>
          <form
            className="mb-3 flex gap-1.5"
            onSubmit={(event) => {
              event.preventDefault();
              save.mutate(name, { onSuccess: () => setName("") });
            }}
          >
            <input
              className="value min-w-0 grow"
              aria-label="Name of the version"
              placeholder="Name it as it is now"
              value={name}
              onChange={(event) => setName(event.currentTarget.value)}
            />
            <button type="submit" className="btn btn-primary btn-sm" disabled={!name.trim()}>
              Keep
            </button>
          </form>
          <ul className="space-y-1.5">
            {versions.map((version) => (
              <li key={version.id} className="flex items-baseline justify-between gap-2">
                <span className="min-w-0 truncate" title={new Date(version.createdAt).toLocaleString()}>
                  {version.name}
                </span>
                <button type="button" className="btn btn-xs" onClick={() => restore.mutate(version.id)}>
                  Go back to it
                </button>
              </li>
            ))}
          </ul>
          {versions.length === 0 && (
            <p className="muted text-sm">Keep the show as it is under a name, and go back to it whenever you like.</p>
          )}
        </section>
      </div>
    </Dialog>
  );
}
