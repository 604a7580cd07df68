/** The selection: one or several cues, a sound, or one or several slides. */
export type Selection =
  { cueIds: readonly string[] } | { soundId: string } | { slideIds: readonly string[] } | undefined;

export interface Keys {
  shiftKey: boolean;
  ctrlKey: boolean;
  metaKey: boolean;
}

const none: readonly string[] = [];

export const selectedCues = (selection: Selection): readonly string[] =>
  selection && "cueIds" in selection ? selection.cueIds : none;
export const selectedSound = (selection: Selection) =>
  selection && "soundId" in selection ? selection.soundId : undefined;
export const selectedSlides = (selection: Selection): readonly string[] =>
  selection && "slideIds" in selection ? selection.slideIds : none;

/** The selection after a click on a slide: that slide alone, added or removed (Ctrl), or a range (Shift). */
export const clickSlide = (selection: Selection, order: readonly string[], slideId: string, keys: Keys): Selection => ({
  slideIds: clicked(selectedSlides(selection), order, slideId, keys),
});

/** The selection after a click on a strand, likewise; cues are ordered by their start. */
export const clickCue = (selection: Selection, order: readonly string[], cueId: string, keys: Keys): Selection => ({
  cueIds: clicked(selectedCues(selection), order, cueId, keys),
});

function clicked(before: readonly string[], order: readonly string[], id: string, keys: Keys): readonly string[] {
  const anchor = before[0];
  if (keys.shiftKey && anchor) {
    const [a, b] = [order.indexOf(anchor), order.indexOf(id)];
    const run = order.slice(Math.min(a, b), Math.max(a, b) + 1);
    return [anchor, ...run.filter((one) => one !== anchor)];
  }
  if (keys.ctrlKey || keys.metaKey) {
    const rest = before.filter((one) => one !== id);
    return rest.length < before.length ? rest : [...before, id];
  }
  return [id];
}
