import type { Schemas, StrandView } from "../../api/client";
import { createRun } from "../../api/runs";
import { keepApp } from "./keepApp";
import { RunFiles, runUrl } from "./RunFiles";
import type { UnfinishedRun } from "./runMemory";
import { ShowCache } from "./ShowCache";
import { Stage } from "./Stage";
import { failures } from "./words";

/** A run that can begin as soon as its first files are loaded. */
export interface Prepared {
  stage: Stage;
  /** The cues as they are drawn. */
  strands: readonly StrandView[];
  files: RunFiles;
  /** The unfinished run that this one goes on with. */
  resumes?: UnfinishedRun;
}

/** Creates a run of the current show, and begins to load its files. */
export async function prepare(showId: string, kind: Schemas["RunKind"], cancel: AbortSignal): Promise<Prepared> {
  if (!window.isSecureContext) throw new Error(failures.notSecure);
  const [created, cache] = await Promise.all([createRun(showId, kind), ShowCache.open(showId)]);
  await cache.keep(runUrl(created.run.id), Response.json(created));
  return begun(created, showId, kind, cache, cancel);
}

/** Prepares to go on with a run whose page is gone; undefined if its plan is no longer stored. The server is not needed. */
export async function prepareResume(resumes: UnfinishedRun, cancel: AbortSignal): Promise<Prepared | undefined> {
  const { showId, runId, kind, stage } = resumes;
  const cache = await ShowCache.open(showId);
  const stored = await cache.read(runUrl(runId));
  if (!stored) {
    cache.close();
    return undefined;
  }
  const created = (await stored.json()) as Schemas["NewRunView"];
  return { ...(await begun(created, showId, kind, cache, cancel, stage.now.place)), resumes };
}

async function begun(
  { run, strands }: Schemas["NewRunView"],
  showId: string,
  kind: Schemas["RunKind"],
  cache: ShowCache,
  cancel: AbortSignal,
  from = 0,
): Promise<Prepared> {
  const stage = new Stage(run, kind);
  const files = new RunFiles(showId, stage, cache);
  const prepared = { stage, strands, files };
  try {
    await stage.sound.prepare();
    cancel.throwIfAborted();
  } catch (e) {
    release(prepared);
    throw e;
  }
  files.load(from);
  stage.expect(from);
  let place = from;
  stage.subscribe(() => {
    const now = stage.snapshot().place;
    if (now < 0 || now === place) return;
    place = now;
    files.load(place);
  });
  void keepApp();
  return prepared;
}

/** Releases everything held for a show that this page no longer presents. */
export function release({ stage, files }: Prepared) {
  stage.release();
  files.close();
}
