import { framesPerSecond } from "../ui/format";
import type { Seen } from "./seen";

/** Further away than this it jumps, in seconds. */
const leap = 0.25;
/** Further than this it catches up by going faster or slower, until it is as near as that. To change speed costs a browser a moment: it is done seldom. */
const off = 0.02;
const near = 0.004;
/** In how long it catches up, in seconds, and the most by which it is faster or slower for that. */
const within = 0.4;
const most = 0.15;
/** A jump takes a moment: it goes to where it will be by then. */
const jump = 0.06;

/** Keeps an element that plays a video where the sound is. To be called for each picture the browser draws. */
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
