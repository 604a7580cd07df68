import { type HubConnection, HubConnectionBuilder, LogLevel } from "@microsoft/signalr";

/** How long it is waited until it is tried again. */
const againMs = 1000;

/**
 * Stays connected with the server, whether it is there at first or not, until what it gives is called.
 * @param listen Says what is listened for, once.
 * @param follow Says what is followed, each time that the connection is there.
 * @param away Is told when it is not.
 */
export function stayConnected(
  listen: (hub: HubConnection) => void,
  follow: (hub: HubConnection) => Promise<void>,
  away: () => void,
): () => void {
  const hub = new HubConnectionBuilder()
    .withUrl("/live")
    .withAutomaticReconnect({ nextRetryDelayInMilliseconds: () => againMs })
    .configureLogging(LogLevel.None)
    .build();
  listen(hub);
  let wanted = true;
  let connected = false;
  const followed = async () => {
    connected = true;
    // The connection can stand while what is followed cannot be had: nothing else would try again.
    while (wanted && connected) {
      try {
        return await follow(hub);
      } catch {
        away();
        await new Promise((wait) => setTimeout(wait, againMs));
      }
    }
  };
  hub.onreconnecting(() => {
    connected = false;
    away();
  });
  hub.onreconnected(() => void followed());
  const start = async () => {
    // Once it was there it comes back by itself.
    while (wanted) {
      try {
        await hub.start();
        return await followed();
      } catch {
        away();
        await new Promise((wait) => setTimeout(wait, againMs));
      }
    }
  };
  const started = start();
  return () => {
    wanted = false;
    void started.then(() => hub.stop());
  };
}
