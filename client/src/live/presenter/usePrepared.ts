import { useEffect, useState } from "react";
import type { Schemas } from "../../api/client";
import { fetchMissing, release, prepare, type Prepared } from "../engine/prepare";
import type { AdvanceMode } from "../engine/Stage";
import { words } from "./words";

const steps = 100; // in which the way is drawn

/** The current download, its progress, or why it failed. */
export interface Loading {
  what: "show" | "missing";
  fraction: number;
  problem?: string;
}

/** A show on its way to the audience: the download, the ready version, how it advances, and whether it has begun. */
export interface Ready {
  loading?: Loading;
  prepared?: Prepared;
  advanceMode: AdvanceMode;
  setAdvanceMode: (advanceMode: AdvanceMode) => void;
  begun: boolean;
  /** Downloads the current show; an earlier ready version stays until then. */
  fetchShow: () => void;
  /** Downloads again what failed. */
  fetchMissing: () => void;
  /** Begins at a step; false if the browser blocks the sound. */
  begin: (place: number) => Promise<boolean>;
}

/** What to download: the missing parts of a show, or all of it to replace the ready version. */
interface Asked {
  missingOf?: Prepared;
  insteadOf?: Prepared;
}

/** Downloads everything needed before a show is reported as ready. */
export function usePrepared(showId: string, kind: Schemas["RunKind"]): Ready {
  const [asked, ask] = useState<Asked | undefined>({});
  const [loading, setLoading] = useState<Loading | undefined>({ what: "show", fraction: 0 });
  const [prepared, setPrepared] = useState<Prepared>();
  const [chosen, setAdvanceMode] = useState<AdvanceMode>();
  const [begun, setBegun] = useState(false);
  useEffect(() => {
    if (!asked) return;
    const { missingOf, insteadOf } = asked;
    const cancel = new AbortController();
    const tell = (fraction: number, problem?: string) => {
      if (cancel.signal.aborted) return;
      const next: Loading = {
        what: missingOf ? "missing" : "show",
        fraction: Math.floor(fraction * steps) / steps,
        ...(problem ? { problem } : {}),
      };
      // Hours of sound come in thousands of pieces, and drawing each would slow the download.
      setLoading((now) => (now?.fraction === next.fraction && now.problem === next.problem ? now : next));
    };
    const fetching = missingOf
      ? fetchMissing(showId, missingOf, tell, cancel.signal)
      : prepare(showId, kind, tell, cancel.signal);
    fetching
      .then((made) => {
        const lost = insteadOf ? missingNames(made).filter((name) => !missingNames(insteadOf).includes(name)) : [];
        if (lost.length > 0) {
          release(made.stage);
          throw new Error(words.missing(lost.join(", ")));
        }
        setPrepared(made);
        setLoading(undefined);
      })
      .catch((e: unknown) => tell(0, (e as Error).message));
    return () => cancel.abort();
  }, [showId, kind, asked]);
  const stage = prepared?.stage;
  useEffect(() => () => stage && release(stage), [stage]);
  const start = (next: Asked) => {
    setLoading({ what: next.missingOf ? "missing" : "show", fraction: 0 });
    ask(next);
  };
  const byItself = kind === "present" && stage?.view.show.showing.byItself;
  const advanceMode = chosen ?? (byItself ? "plan" : "hand");
  const begin = async (place: number) => {
    // A running show is not replaced; its missing parts may still arrive.
    if (asked?.insteadOf) {
      ask(undefined);
      setLoading(undefined);
    }
    const sounds = (await stage?.begin(place, advanceMode)) ?? false;
    setBegun(sounds);
    return sounds;
  };
  return {
    ...(loading ? { loading } : {}),
    ...(prepared ? { prepared } : {}),
    advanceMode,
    setAdvanceMode,
    begun,
    fetchShow: () => start(prepared ? { insteadOf: prepared } : {}),
    fetchMissing: () => start(prepared ? { missingOf: prepared } : {}),
    begin,
  };
}

const missingNames = ({ missing }: Prepared) => [...missing.sounds, ...missing.pictures];
