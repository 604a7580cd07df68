import type { Schemas, ShowView } from "./client";

type Change = Schemas["ShowChange"];

/** A view with a change taken over; what did not change stays the very same. */
export function changed(view: ShowView, change: Change): ShowView {
  const { show } = view;
  return {
    ...view,
    revision: change.revision,
    show: {
      ...show,
      title: change.title,
      targetMs: change.targetMs,
      slides: list(show.slides, change.slides, (s) => s.id),
      sections: change.sections ?? show.sections,
      sounds: list(show.sounds, change.sounds, (s) => s.id),
      cues: list(show.cues, change.cues, (c) => c.id),
    },
    runningOrder: change.runningOrder ?? view.runningOrder,
    strands: list(view.strands, change.strands, (s) => `${s.cueId} ${s.startFrame}`),
    outline: change.outline ?? view.outline,
    rightsMissing: change.rightsMissing ?? view.rightsMissing,
    soundProblems: change.soundProblems ?? view.soundProblems,
    findings: change.findings ?? view.findings,
    undo: change.undo,
    redo: change.redo,
  };
}

function list<T>(before: T[], change: { order: string[]; changed: T[] } | null | undefined, name: (item: T) => string) {
  if (!change) return before;
  const items = new Map([...before, ...change.changed].map((item) => [name(item), item]));
  return change.order.flatMap((key) => items.get(key) ?? []);
}
