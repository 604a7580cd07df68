import type { Cue, Edit, ShowView } from "./client";
import { words } from "./words";

export type Show = ShowView["show"];

/**
 * An edit, or a function that makes it from the show at the time it is sent. A change of a part of a record must be a function: two edits can
 * be made before the first is answered, and by then the record on screen is out of date. Undefined means that there is nothing to change.
 */
export type EditOf = Edit | ((show: Show) => Edit | null | undefined);

/** Changes one item of a list, as it is when the edit is sent; does nothing if the item is gone by then. */
const changeIn =
  <List extends "cues" | "slides" | "sounds">(list: List) =>
  (id: string, make: (item: Show[List][number], show: Show) => Edit | null | undefined): EditOf =>
  (show) => {
    const item = (show[list] as Show[List][number][]).find((one) => one.id === id);
    return item && make(item, show);
  };

export const changeCue = changeIn("cues");
export const changeSlide = changeIn("slides");
export const changeSound = changeIn("sounds");

/** Changes several cues at once, each as it is when the edit is sent; the history summarises an edit of several. */
export const changeCues =
  (ids: readonly string[], make: (cue: Cue, show: Show) => Edit, what: string): EditOf =>
  (show) => {
    const [first, ...more] = show.cues.filter((c) => ids.includes(c.id)).map((c) => make(c, show));
    if (!first || more.length === 0) return first;
    return { kind: "several", edits: [first, ...more], what: words.ofSeveralCues(more.length + 1, what) };
  };

/** Makes a fade of a cue longer or shorter; does nothing if it already has that length. */
export const changeFade = (cueId: string, end: "in" | "out", to: (ms: number) => number): EditOf =>
  changeCue(cueId, ({ id, fadeIn, fadeOut }) => {
    const fade = end === "in" ? fadeIn : fadeOut;
    const ms = to(fade.ms);
    return ms === fade.ms ? undefined : { kind: "setFade", cueId: id, end, fade: { ...fade, ms } };
  });
