import { useEffect } from "react";

/** Keeps the screen on while the component is mounted. Browsers release the lock when the page is hidden, so it is requested again when it is visible. */
export function useWakeLock() {
  useEffect(() => {
    let lock: WakeLockSentinel | undefined;
    let left = false;
    const request = async () => {
      if (left || document.visibilityState !== "visible") return;
      // Refused on low battery, or unsupported: nothing can be done about it here.
      const granted = await navigator.wakeLock?.request("screen").catch(() => undefined);
      if (left) void granted?.release();
      else lock = granted;
    };
    const onVisible = () => void request();
    void request();
    document.addEventListener("visibilitychange", onVisible);
    return () => {
      left = true;
      document.removeEventListener("visibilitychange", onVisible);
      void lock?.release();
    };
  }, []);
}
