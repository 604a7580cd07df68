import { framesPerSecond } from "../ui/format";

let shared: AudioContext | undefined;
let idle = 0;
const idleMs = 1000;

/** The audio context of the preview. There is only one, because each keeps a thread busy as long as the page is open. */
export function listeningContext(): AudioContext {
  window.clearTimeout(idle);
  return (shared ??= new AudioContext({ sampleRate: framesPerSecond, latencyHint: 0 }));
}

/** Suspends it soon, unless it is used again by then. */
export function restSoon() {
  window.clearTimeout(idle);
  idle = window.setTimeout(() => void shared?.suspend(), idleMs);
}
