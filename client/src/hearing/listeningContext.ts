import { framesPerSecond } from "../ui/format";

let shared: AudioContext | undefined;
let idle = 0;
const idleMs = 1000;

/** The audio context of all that is listened to in the preview. There is one: each more would keep a thread of its own busy, for as long as the page is open. */
export function listeningContext(): AudioContext {
  window.clearTimeout(idle);
  return (shared ??= new AudioContext({ sampleRate: framesPerSecond, latencyHint: 0 }));
}

/** Has it rest soon, unless something else is listened to by then. */
export function restSoon() {
  window.clearTimeout(idle);
  idle = window.setTimeout(() => void shared?.suspend(), idleMs);
}
