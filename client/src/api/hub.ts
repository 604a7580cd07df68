import { type HubConnection, HubConnectionBuilder, LogLevel } from "@microsoft/signalr";

/** The delay before the next attempt. */
const againMs = 1000;

/**
 * Stays connected to the server, even if it is not running yet, until the returned function is called.
 * @param listen Registers the handlers, once.
 * @param follow Subscribes, each time the connection is made.
 * @param away Called when the connection is lost.
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
    // The connection can be up while the subscription fails; nothing else would try again.
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
    // After the first connection, the client reconnects automatically.
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
