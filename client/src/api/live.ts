import { HubConnectionBuilder, LogLevel } from "@microsoft/signalr";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import type { JobView, Schemas } from "./client";
import { keepChange, keepJob } from "./queries";

/**
 * Follows a show: other pages' edits and the progress of jobs arrive by themselves. Tells whether the server is there.
 * What sounds may have changed before that is drawn: `sounding` is called first, and must stay the same function.
 */
export function useLive(showId: string, sounding: () => void): boolean {
  const queries = useQueryClient();
  const [connected, setConnected] = useState(true);
  useEffect(() => {
    const hub = new HubConnectionBuilder()
      .withUrl("/live")
      .withAutomaticReconnect({ nextRetryDelayInMilliseconds: () => 1000 })
      .configureLogging(LogLevel.None)
      .build();
    const follow = async () => {
      await hub.invoke("Follow", showId);
      // What happened while nobody listened.
      await queries.invalidateQueries({ queryKey: ["show", showId] });
      await queries.invalidateQueries({ queryKey: ["jobs", showId] });
      sounding();
      setConnected(true);
    };
    const changed = (id: string, revision: number, change: Schemas["ShowChange"] | null) => {
      if (keepChange(queries, id, revision, change)) return;
      // An edit of this page answers with the show itself; only if it does not is the show asked for.
      if (queries.isMutating({ mutationKey: ["edit", id] }) > 0)
        window.setTimeout(() => changed(id, revision, change), 50);
      else void queries.invalidateQueries({ queryKey: ["show", id] });
    };
    hub.on("sounding", sounding);
    hub.on("changed", changed);
    hub.on("job", (job: JobView) => keepJob(queries, job));
    hub.onreconnecting(() => setConnected(false));
    hub.onreconnected(() => void follow());
    const started = hub.start().then(follow, () => setConnected(false));
    return () => void started.then(() => hub.stop());
  }, [queries, showId, sounding]);
  return connected;
}
