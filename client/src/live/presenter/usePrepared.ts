import { useEffect, useState } from "react";
import type { Schemas } from "../../api/client";
import { fetchMissing, release, prepare, type Prepared } from "../engine/prepare";
import type { AdvanceMode } from "../engine/Stage";
import { words } from "./words";

const steps = 100; // in which the way is drawn

/** What is being fetched, how far that has come, or why it came to nothing. */
export interface Loading {
  what: "show" | "missing";
  fraction: number;
  problem?: string;
}

/** A show on its way to the audience: what is fetched, what is ready; how it goes on, and whether it has begun. */
export interface Ready {
  loading?: Loading;
  prepared?: Prepared;
  advanceMode: AdvanceMode;
  setAdvanceMode: (advanceMode: AdvanceMode) => void;
  begun: boolean;
  /** Fetches the show as it is now; what is ready stays so until that is. */
  fetchShow: () => void;
  /** Fetches what could not be had once more. */
  fetchMissing: () => void;
  /** Begins at a step; false if the browser blocks the sound. */
  begin: (place: number) => Promise<boolean>;
}

/** What is to be fetched: what is missing of a show, or all of it, also in place of what is ready. */
interface Asked {
  missingOf?: Prepared;
  insteadOf?: Prepared;
}

/** Fetches all that is needed to show a show before it is said to be ready. */
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
      // Hours of sound come in thousands of pieces, and what draws them takes time from what fetches them.
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
    // Nothing takes the place of what is begun; what is missing of it may still come.
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
