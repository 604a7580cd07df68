const often = 1500; // milliseconds between two looks, in which a clock that goes has moved

/** What is said where no device takes the sound. */
export const noDevice =
  "No audio output found. Connect a device or pick one in the system settings. Playback then resumes.";

/**
 * Looks now and then whether an audio clock goes, and tells when it stands still and when it goes on: where no device takes the sound, a browser may say all the
 * same that it runs. Gives what ends that.
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
