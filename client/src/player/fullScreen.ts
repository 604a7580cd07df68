/** Enters or leaves full screen. */
export function fillScreen() {
  const done = document.fullscreenElement ? document.exitFullscreen() : document.documentElement.requestFullscreen?.();
  void done?.catch(() => undefined);
}
