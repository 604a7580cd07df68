import { useState } from "react";
import type { ShowView } from "../api/client";
import { useGoToPosition, useHistory, useRestoreVersion, useSaveVersion, useVersions } from "../api/history";
import { Dialog } from "../ui/Dialog";
import { words } from "./words";

/** The number of lines shown at first: a show edited for months has thousands. */
const atFirst = 200;

/** The history of a show, to undo and redo to any point, and its saved versions. */
export function HistoryDialog({ view, close }: { view: ShowView; close: () => void }) {
  const [name, setName] = useState("");
  const [most, setMost] = useState(atFirst);
  const { data: lines = [] } = useHistory(view.id, view.revision, most);
  const { data: versions = [] } = useVersions(view.id);
  const goTo = useGoToPosition(view.id);
  const save = useSaveVersion(view.id);
  const restore = useRestoreVersion(view.id);
  return (
    <Dialog title={words.title} close={close} wide>
      <div className="grid grid-cols-[1fr_17rem] gap-6 max-md:grid-cols-1">
        <ol className="max-h-[60vh] overflow-y-auto" aria-label={words.changes}>
          {lines.toReversed().map((line) => (
            <li key={line.position} className="line-b flex items-baseline gap-3 py-1">
              <span className={`grow ${line.applied ? "" : "muted line-through"}`}>{line.sentence}</span>
              <button
                type="button"
                className="btn btn-ghost btn-xs shrink-0"
                onClick={() => goTo.mutate(line.applied ? line.position - 1 : line.position)}
              >
                {line.applied ? words.undoTo : words.redoTo}
              </button>
            </li>
          ))}
          {(lines[0]?.position ?? 1) > 1 && (
            <li className="py-2">
              <button type="button" className="btn btn-xs" onClick={() => setMost(most * 5)}>
                {words.earlier}
              </button>
            </li>
          )}
          {lines.length === 0 && <li className="muted">{words.empty}</li>}
        </ol>
        <section aria-label={words.versions}>
          <h3 className="mb-2 text-base">{words.versions}</h3>
          <form
            className="mb-3 flex gap-1.5"
            onSubmit={(event) => {
              event.preventDefault();
              save.mutate(name, { onSuccess: () => setName("") });
            }}
          >
            <input
              className="value min-w-0 grow"
              aria-label={words.versionName}
              placeholder={words.versionName}
              value={name}
              onChange={(event) => setName(event.currentTarget.value)}
            />
            <button type="submit" className="btn btn-primary btn-sm" disabled={!name.trim()}>
              {words.saveVersion}
            </button>
          </form>
          <ul className="space-y-1.5">
            {versions.map((version) => (
              <li key={version.id} className="flex items-baseline justify-between gap-2">
                <span className="min-w-0 truncate" title={new Date(version.createdAt).toLocaleString()}>
                  {version.name}
                </span>
                <button type="button" className="btn btn-xs" onClick={() => restore.mutate(version.id)}>
                  {words.restore}
                </button>
              </li>
            ))}
          </ul>
          {versions.length === 0 && <p className="muted text-sm">{words.aboutVersions}</p>}
        </section>
      </div>
    </Dialog>
  );
}
