import type { Cue, Edit, ShowView } from "./client";
import { words } from "./words";

export type Show = ShowView["show"];

/**
 * An edit, or how it is made from the show as it is when the edit is sent. Whatever changes a part of a record must be the second: two edits can
 * be made before the first is answered, and the record that was drawn is then an old one. Undefined means that there is nothing to change.
 */
export type EditOf = Edit | ((show: Show) => Edit | null | undefined);

/** Changes one item of a list as it is when the edit is sent; nothing where it is gone by then. */
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

/** Changes several cues at once, each as it is when the edit is sent; what is done to several is said in the history in some words. */
export const changeCues =
  (ids: readonly string[], make: (cue: Cue, show: Show) => Edit, what: string): EditOf =>
  (show) => {
    const [first, ...more] = show.cues.filter((c) => ids.includes(c.id)).map((c) => make(c, show));
    if (!first || more.length === 0) return first;
    return { kind: "several", edits: [first, ...more], what: words.ofSeveralCues(more.length + 1, what) };
  };

/** Makes a fade of a cue longer or shorter; nothing where it is that long already. */
export const changeFade = (cueId: string, end: "in" | "out", to: (ms: number) => number): EditOf =>
  changeCue(cueId, ({ id, fadeIn, fadeOut }) => {
    const fade = end === "in" ? fadeIn : fadeOut;
    const ms = to(fade.ms);
    return ms === fade.ms ? undefined : { kind: "setFade", cueId: id, end, fade: { ...fade, ms } };
  });
