import { framesPerSecond } from "../ui/format";
import type { Seen } from "./seen";

/** Beyond this difference it jumps, in seconds. */
const leap = 0.25;
/** Beyond this difference it catches up by a different speed, until it is this close. Changing the speed is expensive in browsers, so it is done rarely. */
const off = 0.02;
const near = 0.004;
/** How long catching up takes, in seconds, and the greatest change of speed for it. */
const within = 0.4;
const most = 0.15;
/** A jump takes a moment, so it goes to where the sound will be by then. */
const jump = 0.06;

/** Keeps a playing video in sync with the sound. To be called for each animation frame. */
export function follow(element: HTMLVideoElement, seen: Seen) {
  const wanted = seen.fileFrame / framesPerSecond;
  if (seen.speed === 0) {
    if (!element.paused) element.pause();
    if (!element.seeking && Math.abs(element.currentTime - wanted) > near) element.currentTime = wanted;
    return;
  }
  if (element.seeking || element.readyState < HTMLMediaElement.HAVE_CURRENT_DATA) return;
  const behind = wanted - element.currentTime;
  if (Math.abs(behind) > leap || (element.paused && Math.abs(behind) > off))
    element.currentTime = wanted + jump * seen.speed;
  if (element.paused) {
    element.playbackRate = seen.speed;
    void element.play().catch(() => undefined);
    return;
  }
  const faster = element.playbackRate / seen.speed - 1;
  const caught = Math.abs(behind) < near || behind * faster < 0;
  if (Math.abs(behind) > off && (faster === 0 || caught))
    element.playbackRate = seen.speed * (1 + Math.max(-most, Math.min(most, behind / within)));
  else if (faster !== 0 && caught) element.playbackRate = seen.speed;
}
