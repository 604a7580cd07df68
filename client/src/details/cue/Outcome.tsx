import type { Cue, StrandView } from "../../api/client";
import { methods } from "../../show/fitMethods";
import { useView } from "../../show/openShow";
import { time } from "../../ui/format";

/** What all that is set comes to: when cues sound. */
export function Outcome({ cues }: { cues: readonly Cue[] }) {
  const view = useView();
  const chosen = new Set(cues.map((cue) => cue.id));
  const strands = view.strands.filter((s) => chosen.has(s.cueId));
  const [cue, ...more] = cues;
  return (
    <p className="bg-base-300 mb-3 rounded-md px-2.5 py-1.5 text-sm leading-snug" data-testid="outcome">
      {cue && more.length === 0 ? ofOne(cue, strands) : ofSeveral(cues, strands)}
    </p>
  );
}

function ofOne(cue: Cue, strands: readonly StrandView[]) {
  const [first, last] = [strands[0], strands.at(-1)];
  const joins = strands.reduce((sum, s) => sum + s.knots.length, 0);
  if (!cue.span) return "It is parked: give it slides, and it sounds again.";
  if (!first || !last) return "It does not sound: it would begin after its span has ended.";
  return (
    <>
      {first.byHand ? (
        "It waits for a hand"
      ) : (
        <>
          Sounds from <b className="figures">{time(first.startFrame)}</b> to{" "}
          <b className="figures">{time(last.endFrame)}</b>
          {strands.length > 1 && `, ${strands.length} times`}
        </>
      )}
      {joins > 0 && `, with ${joins === 1 ? "one join" : `${joins} joins`}`}
      {cue.fit && `, fitted by ${methods[cue.fit.method].name}`}.{cue.follows && " Its level follows its target."}
    </>
  );
}

function ofSeveral(cues: readonly Cue[], strands: readonly StrandView[]) {
  const sounding = new Set(strands.map((s) => s.cueId)).size;
  if (sounding === 0) return "None of them sounds.";
  const from = Math.min(...strands.map((s) => s.startFrame));
  const to = Math.max(...strands.map((s) => s.endFrame));
  return (
    <>
      {sounding === cues.length ? "They sound" : `${sounding} of them sound`} between{" "}
      <b className="figures">{time(from)}</b> and <b className="figures">{time(to)}</b>.
    </>
  );
}
