import type { Schemas, ShowView, SlideTime, StrandView } from "./client";

type Change = Schemas["ShowChange"];
type Shift = Schemas["Shift"];

/** A view with a change applied; unchanged parts stay the same objects. */
export function applyPatch(view: ShowView, change: Change): ShowView {
  const { show } = view;
  const slides = list(moved(view.runningOrder.slides, change.shift, moveSlide), change.runningOrder, (s) => s.slideId);
  return {
    ...view,
    revision: change.revision,
    show: {
      ...show,
      title: change.title,
      targetMs: change.targetMs,
      levelTargets: change.levelTargets,
      gainDb: change.gainDb,
      duck: change.duck,
      showing: change.showing,
      ignoredFindings: change.ignoredFindings ?? show.ignoredFindings,
      slides: list(show.slides, change.slides, (s) => s.id),
      sections: change.sections ?? show.sections,
      sounds: list(show.sounds, change.sounds, (s) => s.id),
      cues: list(show.cues, change.cues, (c) => c.id),
    },
    runningOrder: slides === view.runningOrder.slides ? view.runningOrder : { slides, totalFrames: change.totalFrames },
    strands: list(moved(view.strands, change.shift, moveStrand), change.strands, (s) => `${s.cueId} ${s.startFrame}`),
    outline: change.outline ?? view.outline,
    rightsMissing: change.rightsMissing ?? view.rightsMissing,
    soundProblems: change.soundProblems ?? view.soundProblems,
    undo: change.undo,
    redo: change.redo,
  };
}

/** Items with a shift applied to all of them. */
function moved<T extends { startFrame: number }>(things: T[], shift: Shift | null, move: (thing: T, by: Shift) => T) {
  if (!shift) return things;
  return things.map((t) => (t.startFrame >= shift.fromFrame && t.startFrame < shift.toFrame ? move(t, shift) : t));
}

const moveSlide = (slide: SlideTime, { frames, index, place }: Shift): SlideTime => ({
  ...slide,
  startFrame: slide.startFrame + frames,
  endFrame: slide.endFrame + frames,
  index: slide.index + index,
  number: slide.number + index,
  place: slide.place + place,
  stepFrames: slide.stepFrames.map((at) => at + frames),
});

const moveStrand = (strand: StrandView, { frames }: Shift): StrandView => ({
  ...strand,
  startFrame: strand.startFrame + frames,
  endFrame: strand.endFrame + frames,
  editPoints: strand.editPoints.map((at) => at + frames),
  rows: strand.rows.map((r) => ({ ...r, fromFrame: r.fromFrame + frames, toFrame: r.toFrame + frames })),
  tailFrom: strand.tailFrom === null ? null : strand.tailFrom + frames,
  handoverEnd: strand.handoverEnd === null ? null : strand.handoverEnd + frames,
});

interface ListChange<T> {
  runs: { from: number; count: number }[] | null;
  changed: T[];
}

/** A list after a change: new and changed items are listed, the others are given as runs of the old list. */
function list<T>(before: T[], change: ListChange<T> | null, name: (item: T) => string): T[] {
  if (!change) return before;
  const names = new Set(before.map(name));
  const changed = new Map(change.changed.map((item) => [name(item), item]));
  const added = change.changed.filter((item) => !names.has(name(item)));
  let taken = 0;
  return (change.runs ?? [{ from: 0, count: before.length }]).flatMap(({ from, count }) =>
    from < 0
      ? added.slice(taken, (taken += count))
      : before.slice(from, from + count).map((item) => changed.get(name(item)) ?? item),
  );
}
