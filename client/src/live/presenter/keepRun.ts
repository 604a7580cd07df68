import type { Schemas } from "../../api/client";
import { saveRun } from "../../api/runs";
import { storage } from "../../ui/storage";
import type { Stage } from "../engine/Stage";

type RunDetails = Schemas["RunDetails"];

const placeOf = (showId: string, runId: string) => `phonaris-run ${showId} ${runId}`;
const began = new WeakMap<Stage, string>();

/** Saves the log of a run: on the server, or here until the server is back. */
export async function keepRun(showId: string, stage: Stage): Promise<boolean> {
  if (stage.log.stays.length === 0) return true;
  if (!began.has(stage)) began.set(stage, new Date(Date.now() - stage.elapsedMs()).toISOString());
  const told: RunDetails = {
    kind: stage.kind,
    startedAt: began.get(stage) ?? "",
    ended: stage.snapshot().ended,
    log: stage.log,
  };
  storage.setItem(placeOf(showId, stage.view.id), JSON.stringify(told));
  return send(showId, stage.view.id, told);
}

/** Sends what could not be sent at the time. */
export async function sendSavedRuns(showId: string) {
  const prefix = placeOf(showId, "");
  for (const key of storage.keys().filter((k) => k.startsWith(prefix)))
    await send(showId, key.slice(prefix.length), JSON.parse(storage.getItem(key) ?? "null") as RunDetails);
}

async function send(showId: string, runId: string, told: RunDetails): Promise<boolean> {
  try {
    if (!(await saveRun({ id: showId, runId }, told))) return false;
    storage.removeItem(placeOf(showId, runId));
    return true;
  } catch {
    return false;
  }
}
