import type { HubConnection } from "@microsoft/signalr";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import type { JobView, Schemas } from "./client";
import { stayConnected } from "./hub";
import { upsertJob } from "./jobs";
import { keys } from "./keys";
import { applyChange, fetchUpTo, refetch, showQuery } from "./show";

/**
 * Follows a show: edits on other pages and the progress of jobs arrive automatically. Returns whether the server is connected.
 * Sound may change before that is drawn: `sounding` is called first, and must stay the same function.
 */
export function useLive(showId: string, sounding: () => void): boolean {
  const queries = useQueryClient();
  const [connected, setConnected] = useState(true);
  useEffect(() => {
    let away = false;
    const follow = async (hub: HubConnection) => {
      const revision = await hub.invoke<number | null>("Follow", showId);
      // Fetches what changed while disconnected; at first the show has just been loaded, and is large.
      const known = away ? undefined : await queries.ensureQueryData(showQuery(showId)).catch(() => undefined);
      if (known?.revision !== revision) await refetch(queries, keys.show(showId));
      await refetch(queries, keys.jobs(showId));
      // Requests that failed while the server was away are sent again.
      if (away) void queries.refetchQueries({ type: "active", predicate: ({ state }) => state.status === "error" });
      away = false;
      sounding();
      setConnected(true);
    };
    const changed = (id: string, revision: number, change: Schemas["ShowChange"] | null) => {
      if (applyChange(queries, id, revision, change)) return;
      // The response to this page's own edit contains the show; it is fetched only if that fails.
      if (queries.isMutating({ mutationKey: keys.edits(id) }) > 0)
        window.setTimeout(() => changed(id, revision, change), 50);
      else void fetchUpTo(queries, id, revision).catch(() => undefined);
    };
    const listen = (hub: HubConnection) => {
      hub.on("sounding", sounding);
      hub.on("changed", changed);
      hub.on("job", (job: JobView) => upsertJob(queries, job));
    };
    return stayConnected(listen, follow, () => {
      away = true;
      setConnected(false);
    });
  }, [queries, showId, sounding]);
  return connected;
}
