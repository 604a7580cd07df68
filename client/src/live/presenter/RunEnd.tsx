import { useEffect, useState, type ReactNode } from "react";
import { Link } from "react-router";
import { keepRun } from "./keepRun";
import { RunReport } from "./RunReport";
import { Status } from "../../ui/Status";
import type { Stage } from "../engine/Stage";
import { words } from "./words";

/** After a run: its report, once it is saved. */
export function RunEnd({ showId, stage, children }: { showId: string; stage: Stage; children?: ReactNode }) {
  const [kept, setSaved] = useState<boolean>();
  useEffect(() => void keepRun(showId, stage).then(setSaved, () => setSaved(false)), [showId, stage]);
  return (
    <main className="h-full overflow-y-auto px-8 py-6">
      <div className="mb-4 flex items-center gap-4">
        <h1 className="text-2xl">{words.runEnded}</h1>
        <Link className="btn btn-sm" to={`/shows/${showId}`}>
          {words.backToSheet}
        </Link>
      </div>
      {children}
      {kept === false && <Status className="mb-4">{words.runSavedHere}</Status>}
      {kept && <RunReport showId={showId} runId={stage.view.id} />}
    </main>
  );
}
