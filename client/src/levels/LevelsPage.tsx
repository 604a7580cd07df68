import { useEffect, useState } from "react";
import { Link } from "react-router";
import type { Schemas } from "../api/client";
import { useLevels, useMatched, useMatchLevels } from "../api/levels";
import { Overview } from "../strands/Overview";
import { useOpenShow, useView } from "../show/openShow";
import { time } from "../ui/format";
import { useCommands } from "../ui/useCommands";
import { LoadError } from "../ui/LoadError";
import { CueBars } from "./CueBars";
import { LevelCurve } from "./LevelCurve";
import { TargetsLine } from "./TargetsLine";
import { apart, lufs, tenths, words } from "./words";
import { Status } from "../ui/Status";

/** The loudness of the show and of each cue, and one click that matches all levels to their targets. */
export default function LevelsPage() {
  const view = useView();
  const { data: levels, error, isPlaceholderData, refetch } = useLevels(view.id, view.revision);
  return (
    <>
      <main className="bg-base-100 min-h-0 grow overflow-y-auto px-6 py-4" aria-busy={isPlaceholderData}>
        {error ? (
          <LoadError error={error} retry={() => void refetch()} />
        ) : !levels ? (
          <Status className="muted">{words.measuring}</Status>
        ) : levels.cues.length === 0 ? (
          <p className="muted mx-auto max-w-90 py-24 text-center">
            {words.nothing}{" "}
            <Link className="link" to={`/shows/${view.id}`}>
              {words.place}
            </Link>
          </p>
        ) : (
          <Levels levels={levels} />
        )}
      </main>
      <Overview />
    </>
  );
}

/** Whether playback has the levels as set or as matched. One key toggles. */
function BeforeAfter({ leftOut }: { leftOut: readonly string[] }) {
  const { player } = useOpenShow();
  const [matched, setMatched] = useState(false);
  useCommands("levels", { compare: () => setMatched((before) => !before) });
  useEffect(() => (matched ? player.hearMatched(leftOut) : player.hearAsTheyAre()), [player, matched, leftOut]);
  useEffect(() => () => player.hearAsTheyAre(), [player]);
  return (
    <span className="ml-auto flex items-center gap-2 text-sm">
      {words.playing}
      <span className="join" role="group" aria-label={words.whichLevels}>
        {[false, true].map((after) => (
          <button
            key={`${after}`}
            type="button"
            className={`btn btn-xs join-item ${matched === after ? "btn-primary" : ""}`}
            aria-pressed={matched === after}
            title={words.compareHint}
            onClick={() => setMatched(after)}
          >
            {after ? words.asMatched : words.asSet}
          </button>
        ))}
      </span>
    </span>
  );
}

function Levels({ levels }: { levels: Schemas["LevelsView"] }) {
  const view = useView();
  const [leftOut, setLeftOut] = useState<readonly string[]>([]);
  const match = useMatchLevels(view.id);
  const wanted = levels.cues.filter((c) => c.nowLufs !== null && !leftOut.includes(c.cueId));
  const off = wanted.filter((c) => c.changes).length;
  const { data: matched } = useMatched(view.id, view.revision, leftOut, off > 0);
  const leave = (cueId: string, out: boolean) =>
    setLeftOut((before) => (out ? [...before, cueId] : before.filter((id) => id !== cueId)));
  return (
    <>
      <header className="mb-2 flex flex-wrap items-baseline gap-x-4">
        <h1 className="text-2xl">{words.title}</h1>
        <dl className="figures flex flex-wrap gap-x-1.5">
          <dt>{words.show}</dt>
          <dd className="mr-2 font-semibold">
            {levels.integratedLufs === null
              ? lufs(null)
              : words.loudness(lufs(levels.integratedLufs), apart(levels.apartLu))}
          </dd>
          <dt>{words.peak}</dt>
          <dd className="mr-2 font-semibold">
            {levels.truePeakDbtp === null ? words.noPeak : words.dbtp(tenths(levels.truePeakDbtp))}
          </dd>
          {off > 0 && matched && (
            <>
              <dt>{words.matchedShow}</dt>
              <dd className="font-semibold">{lufs(matched.integratedLufs)}</dd>
            </>
          )}
        </dl>
        <BeforeAfter leftOut={leftOut} />
        <button
          type="button"
          className="btn btn-primary btn-sm"
          disabled={wanted.every((c) => c.follows && !c.changes) || match.isPending}
          onClick={() => match.mutate(wanted.map((c) => c.cueId))}
        >
          {off === 0 ? words.allMatched : words.match(off)}
        </button>
      </header>
      <TargetsLine presets={levels.presets} wholeGain={levels.wholeGain} />
      {levels.limited[0] && (
        <p className="text-error mt-2 text-sm">
          {words.limiting(time(levels.limited[0].fromFrame), tenths(levels.sumPeakDbtp ?? 0))}
        </p>
      )}
      <div className="mt-3 mb-4">
        <LevelCurve levels={levels} matched={off > 0 ? matched?.along : undefined} />
      </div>
      <CueBars cues={levels.cues} leftOut={leftOut} leave={leave} />
    </>
  );
}
