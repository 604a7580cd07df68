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
import { apart, lufs, tenths } from "./words";
import { Status } from "../ui/Status";

/** How loud the show is, along its slides and cue by cue, and one click that brings all of it to its targets. */
export default function LevelsPage() {
  const view = useView();
  const { data: levels, error, isPlaceholderData, refetch } = useLevels(view.id, view.revision);
  return (
    <>
      <main className="bg-base-100 min-h-0 grow overflow-y-auto px-6 py-4" aria-busy={isPlaceholderData}>
        {error ? (
          <LoadError error={error} retry={() => void refetch()} />
        ) : !levels ? (
          <Status className="muted">Listening to the show…</Status>
        ) : levels.cues.length === 0 ? (
          <p className="muted mx-auto max-w-90 py-24 text-center">
            Nothing sounds yet.{" "}
            <Link className="link" to={`/shows/${view.id}`}>
              Lay a sound on some slides
            </Link>{" "}
            first; here all of them are made alike.
          </p>
        ) : (
          <Levels levels={levels} />
        )}
      </main>
      <Overview />
    </>
  );
}

/** What is heard at the playhead: the levels as they are, or as they would be matched; one key changes over. */
function BeforeAfter({ leftOut }: { leftOut: readonly string[] }) {
  const { player } = useOpenShow();
  const [matched, setMatched] = useState(false);
  useCommands("levels", { compare: () => setMatched((before) => !before) });
  useEffect(() => (matched ? player.hearMatched(leftOut) : player.hearAsTheyAre()), [player, matched, leftOut]);
  useEffect(() => () => player.hearAsTheyAre(), [player]);
  return (
    <span className="ml-auto flex items-center gap-2 text-sm">
      Heard
      <span className="join" role="group" aria-label="Which levels are heard">
        {[false, true].map((after) => (
          <button
            key={`${after}`}
            type="button"
            className={`btn btn-xs join-item ${matched === after ? "btn-primary" : ""}`}
            aria-pressed={matched === after}
            title="M changes over"
            onClick={() => setMatched(after)}
          >
            {after ? "matched" : "as they are"}
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
        <h1 className="text-2xl">Levels</h1>
        <p>
          The whole is <b className="figures">{lufs(levels.integratedLufs)}</b>
          {levels.integratedLufs !== null && `, ${apart(levels.apartLu)}`}; it peaks at{" "}
          <b className="figures">{levels.truePeakDbtp === null ? "nothing" : `${tenths(levels.truePeakDbtp)} dBTP`}</b>
          {off > 0 && matched && (
            <>
              . Matched, it would be <b className="figures">{lufs(matched.integratedLufs)}</b>
            </>
          )}
        </p>
        <BeforeAfter leftOut={leftOut} />
        <button
          type="button"
          className="btn btn-primary btn-sm"
          disabled={wanted.every((c) => c.follows && !c.changes) || match.isPending}
          onClick={() => match.mutate(wanted.map((c) => c.cueId))}
        >
          {off === 0 ? "All are matched" : `Match ${off === 1 ? "one level" : `${off} levels`}`}
        </button>
      </header>
      <TargetsLine presets={levels.presets} wholeGain={levels.wholeGain} />
      {levels.limited[0] && (
        <p className="text-error mt-2 text-sm">
          The limiter is at work from {time(levels.limited[0].fromFrame)} on: together they would peak at{" "}
          {tenths(levels.sumPeakDbtp ?? 0)} dBTP.
        </p>
      )}
      <div className="mt-3 mb-4">
        <LevelCurve levels={levels} matched={off > 0 ? matched?.along : undefined} />
      </div>
      <CueBars cues={levels.cues} leftOut={leftOut} leave={leave} />
    </>
  );
}
