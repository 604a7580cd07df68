import type { Cue, StrandView } from "../../api/client";
import { methods } from "../../show/fitMethods";
import { useView } from "../../show/openShow";
import { time } from "../../ui/format";
import { words } from "./words";

/** When cues play, with all their settings. */
export function Outcome({ cues }: { cues: readonly Cue[] }) {
  const view = useView();
  const chosen = new Set(cues.map((cue) => cue.id));
  const strands = view.strands.filter((s) => chosen.has(s.cueId));
  const [cue, ...more] = cues;
  return (
    <p className="bg-base-300 figures mb-3 rounded-md px-2.5 py-1.5 text-sm leading-snug" data-testid="outcome">
      {cue && more.length === 0 ? ofOne(cue, strands) : ofSeveral(cues, strands)}
    </p>
  );
}

function ofOne(cue: Cue, strands: readonly StrandView[]): string {
  const [first, last] = [strands[0], strands.at(-1)];
  if (!cue.span) return words.parked;
  if (!first || !last) return words.neverPlays;
  const edits = strands.reduce((sum, s) => sum + s.editPoints.length, 0);
  return [
    first.byHand ? words.triggered : words.playsFrom(time(first.startFrame), time(last.endFrame)),
    !first.byHand && strands.length > 1 && words.times(strands.length),
    edits > 0 && words.edits(edits),
    cue.fit && words.fittedBy(methods[cue.fit.method].name),
    cue.follows && words.followsTarget,
  ]
    .filter(Boolean)
    .join(" ");
}

function ofSeveral(cues: readonly Cue[], strands: readonly StrandView[]): string {
  const playing = new Set(strands.map((s) => s.cueId)).size;
  if (playing === 0) return words.nonePlays;
  const from = time(Math.min(...strands.map((s) => s.startFrame)));
  const to = time(Math.max(...strands.map((s) => s.endFrame)));
  return playing === cues.length ? words.allPlay(from, to) : words.somePlay(playing, from, to);
}
