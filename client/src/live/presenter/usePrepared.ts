import { useEffect, useState, useSyncExternalStore } from "react";
import type { Schemas } from "../../api/client";
import { useFindings } from "../../findings/useChecks";
import { release, prepare, prepareResume, type Prepared } from "../engine/prepare";
import type { RunFiles } from "../engine/RunFiles";
import { findUnfinished, forgetUnfinished } from "../engine/runMemory";
import type { AdvanceMode } from "../engine/Stage";
import { words } from "./words";

/** A show on its way to the audience: what is loaded of it, how it advances, and whether it has begun. */
export interface Ready {
  /** Whether a run of the current show is being created and, in place of an earlier one, loaded. */
  creating: boolean;
  /** Why it could not be. */
  problem?: string;
  prepared?: Prepared;
  advanceMode: AdvanceMode;
  setAdvanceMode: (advanceMode: AdvanceMode) => void;
  begun: boolean;
  /** Loads the current show; an earlier loaded version stays until then. */
  loadShow: () => void;
  /** Begins at a step, or goes on with an unfinished run; false if the browser blocks the sound. */
  begin: (place: number) => Promise<boolean>;
  /** Gives up the unfinished run, and loads the current show. */
  startOver: () => void;
}

/** What to load: an unfinished run if there is one, or the current show, in place of a loaded version if there is one. */
interface Asked {
  mayResume?: boolean;
  insteadOf?: Prepared;
}

/** Creates a run and loads what it needs. */
export function usePrepared(showId: string, kind: Schemas["RunKind"]): Ready {
  const [asked, ask] = useState<Asked | undefined>({ mayResume: true });
  const [creating, setCreating] = useState(true);
  const [problem, setProblem] = useState<string>();
  const [prepared, setPrepared] = useState<Prepared>();
  const [chosen, setAdvanceMode] = useState<AdvanceMode>();
  const [begun, setBegun] = useState(false);
  useEffect(() => {
    if (!asked) return;
    const cancel = new AbortController();
    const create = async () => {
      const unfinished = asked.mayResume ? await findUnfinished(showId, kind) : undefined;
      const made =
        (unfinished && (await prepareResume(unfinished, cancel.signal))) ??
        (await prepare(showId, kind, cancel.signal));
      try {
        if (asked.insteadOf) await completed(made.files, asked.insteadOf.files, cancel.signal);
        cancel.signal.throwIfAborted();
      } catch (e) {
        release(made);
        throw e;
      }
      setPrepared(made);
    };
    create()
      .catch((e: unknown) => !cancel.signal.aborted && setProblem((e as Error).message))
      .finally(() => !cancel.signal.aborted && setCreating(false));
    return () => cancel.abort();
  }, [showId, kind, asked]);
  useEffect(() => () => prepared && release(prepared), [prepared]);
  const byItself = kind === "present" && prepared?.stage.view.show.showing.byItself;
  const resumes = prepared?.resumes;
  const advanceMode = resumes?.stage.advanceMode ?? chosen ?? (byItself ? "plan" : "hand");
  const begin = async (place: number) => {
    // A running show is not replaced.
    if (asked?.insteadOf) {
      ask(undefined);
      setCreating(false);
    }
    const stage = prepared?.stage;
    const sounds = (await (resumes ? stage?.resume(resumes.stage) : stage?.begin(place, advanceMode))) ?? false;
    if (sounds) prepared?.files.keepTrying();
    setBegun(sounds);
    return sounds;
  };
  return {
    creating,
    ...(problem ? { problem } : {}),
    ...(prepared ? { prepared } : {}),
    advanceMode,
    setAdvanceMode,
    begun,
    loadShow: () => {
      setProblem(undefined);
      setCreating(true);
      ask(prepared ? { insteadOf: prepared } : {});
    },
    begin,
    startOver: () => {
      forgetUnfinished(showId, kind);
      setPrepared(undefined);
      setCreating(true);
      ask({});
    },
  };
}

/** The findings of a show, once it can begin: to check a whole show takes the time that loading needs. */
export function useFindingsWhenReady(showId: string, prepared: Prepared | undefined) {
  const files = prepared?.files;
  const isReady = useSyncExternalStore(files?.subscribe ?? never, () => files?.snapshot().isReady ?? false);
  return useFindings(showId, isReady ? prepared?.stage.view.revision : undefined);
}

const never = () => () => undefined;

/**
 * Waits until everything is loaded.
 * @throws Error if something could not be loaded that the version before has.
 */
async function completed(files: RunFiles, before: RunFiles, cancel: AbortSignal) {
  await new Promise<void>((done) => {
    const look = () => (files.snapshot().isComplete || cancel.aborted) && done();
    files.subscribe(look);
    cancel.addEventListener("abort", () => done());
    look();
  });
  const lost = missingNames(files).filter((name) => !missingNames(before).includes(name));
  if (lost.length > 0) throw new Error(words.missing(lost.join(", ")));
}

const missingNames = (files: RunFiles) => {
  const { sounds, pictures } = files.snapshot().missing;
  return [...sounds, ...pictures];
};
