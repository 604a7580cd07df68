import type { HubConnection } from "@microsoft/signalr";
import { useEffect, useState } from "react";
import { stayConnected } from "../../api/hub";

/** Reports each new revision of a followed show. */
export function onRevision(hub: HubConnection, tell: (revision: number) => void) {
  hub.on("changed", (_: string, revision: number) => tell(revision));
}

/** Follows a show, and reports its revision: it may have changed while disconnected. */
export async function followRevision(hub: HubConnection, showId: string, tell: (revision: number) => void) {
  const revision = await hub.invoke<number | null>("Follow", showId);
  if (revision !== null) tell(revision);
}

/** Whether a show has been edited since a revision. */
export function useEdited(showId: string, since: number | undefined): boolean {
  const [revision, setRevision] = useState<number>();
  useEffect(
    () =>
      stayConnected(
        (hub) => onRevision(hub, setRevision),
        (hub) => followRevision(hub, showId, setRevision),
        () => {},
      ),
    [showId],
  );
  return since !== undefined && revision !== undefined && revision !== since;
}
