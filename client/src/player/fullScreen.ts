/** Fills the screen, or gives it back. */
export function fillScreen() {
  const done = document.fullscreenElement ? document.exitFullscreen() : document.documentElement.requestFullscreen?.();
  void done?.catch(() => undefined);
}
