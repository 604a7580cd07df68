/** What the details tell of: a cue, a sound, or one or several slides. */
export type Selection = { cueId: string } | { soundId: string } | { slideIds: readonly string[] } | undefined;

export const selectedCue = (selection: Selection) => (selection && "cueId" in selection ? selection.cueId : undefined);
export const selectedSound = (selection: Selection) =>
  selection && "soundId" in selection ? selection.soundId : undefined;
export const selectedSlides = (selection: Selection): readonly string[] =>
  selection && "slideIds" in selection ? selection.slideIds : [];

/** The selection after a click on a slide: alone, added or taken away (ctrl), or through to it (shift). */
export function clickSlide(
  selection: Selection,
  order: readonly string[],
  slideId: string,
  keys: { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean },
): Selection {
  const before = selectedSlides(selection);
  const anchor = before[0];
  if (keys.shiftKey && anchor) {
    const [a, b] = [order.indexOf(anchor), order.indexOf(slideId)];
    const run = order.slice(Math.min(a, b), Math.max(a, b) + 1);
    return { slideIds: [anchor, ...run.filter((id) => id !== anchor)] };
  }
  if (keys.ctrlKey || keys.metaKey) {
    const rest = before.filter((id) => id !== slideId);
    return { slideIds: rest.length < before.length ? rest : [...before, slideId] };
  }
  return { slideIds: [slideId] };
}
