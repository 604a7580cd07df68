const often = 1500; // milliseconds between two looks, in which a clock that goes has moved

/** The message when there is no output device. */
export const noDevice =
  "No audio output found. Connect a device or pick one in the system settings. Playback then resumes.";

/**
 * Checks from time to time whether an audio clock is running, and reports when it stops and resumes: without an output device, a browser may report
 * a running context nevertheless. Returns a function that ends this.
 */
export function watchClock(
  context: Pick<AudioContext, "currentTime">,
  isToGo: () => boolean,
  told: (stands: boolean) => void,
): () => void {
  let last = context.currentTime;
  let stood = false;
  const timer = window.setInterval(() => {
    const stands = isToGo() && context.currentTime === last;
    last = context.currentTime;
    if (stands === stood) return;
    stood = stands;
    told(stands);
  }, often);
  return () => window.clearInterval(timer);
}
