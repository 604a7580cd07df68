import { Play } from "lucide-react";
import type { Schemas } from "../api/client";
import { useOpenShow, useView } from "../show/openShow";
import { decibels } from "../ui/format";
import { fillOf } from "../strands/KindPatterns";
import { apart, lufs, overBeds, shareOf, tenths, words } from "./words";

type CueLevels = Schemas["CueLevelsView"];

interface Props {
  cues: readonly CueLevels[];
  leftOut: readonly string[];
  leave: (cueId: string, out: boolean) => void;
}

/** Each cue as a bar with its target, its level and its matched level. On a phone in four lines. */
export function CueBars({ cues, leftOut, leave }: Props) {
  return (
    <table className="w-full text-sm max-sm:block">
      <thead className="max-sm:sr-only">
        <tr className="muted text-left text-xs">
          <th className="w-8 py-1 font-semibold">
            <span className="sr-only">{words.matchColumn}</span>
          </th>
          <th className="px-2 font-semibold">{words.cue}</th>
          <th className="w-1/3 font-semibold">{words.loudnessAndTarget}</th>
          <th className="pl-4 font-semibold">{words.now}</th>
          <th className="text-right font-semibold">{words.level}</th>
          <th className="text-right font-semibold">{words.matchedLevel}</th>
          <th className="pl-4 font-semibold" />
        </tr>
      </thead>
      <tbody className="max-sm:block">
        {cues.map((cue) => (
          <CueBar key={cue.cueId} cue={cue} out={leftOut.includes(cue.cueId)} leave={(out) => leave(cue.cueId, out)} />
        ))}
      </tbody>
    </table>
  );
}

function CueBar({ cue, out, leave }: { cue: CueLevels; out: boolean; leave: (out: boolean) => void }) {
  const view = useView();
  const { play } = useOpenShow();
  const sound = view.show.cues.find((c) => c.id === cue.cueId)?.soundId;
  const name = view.show.sounds.find((s) => s.id === sound)?.name ?? "";
  const strand = view.strands.find((s) => s.cueId === cue.cueId);
  return (
    <tr
      className={`line-t ${out ? "muted" : ""} max-sm:grid max-sm:grid-cols-[2rem_minmax(0,1fr)_auto_2rem] max-sm:items-center max-sm:py-2`}
      data-cue-levels={name}
    >
      <td className="py-1.5">
        <input
          type="checkbox"
          className="checkbox checkbox-primary checkbox-sm align-middle"
          aria-label={words.matchCue(name)}
          disabled={cue.nowLufs === null}
          checked={!out && cue.nowLufs !== null}
          onChange={(event) => leave(!event.currentTarget.checked)}
        />
      </td>
      <td className="max-w-48 px-2" title={name}>
        <span className="flex gap-1">
          <span className="truncate font-semibold">{name}</span>{" "}
          <span style={{ color: `var(--${cue.kind}-text)` }}>{cue.kind}</span>
        </span>
      </td>
      <td className="max-sm:col-span-3 max-sm:col-start-2 max-sm:row-start-2 max-sm:px-2">
        <Bar cue={cue} />
      </td>
      <td className="figures pl-4 whitespace-nowrap max-sm:col-span-3 max-sm:col-start-2 max-sm:row-start-3 max-sm:pl-2 max-sm:whitespace-normal">
        {lufs(cue.nowLufs)}
        {cue.nowLufs !== null && <span className="muted"> · {apart(cue.apartLu)}</span>}
        {cue.overBedLu !== null && <span className="muted"> · {overBeds(cue.overBedLu)}</span>}
      </td>
      <td className="figures pl-4 text-right whitespace-nowrap max-sm:col-start-3 max-sm:row-start-1">
        {decibels(cue.levelDb)}
      </td>
      <td className="figures pl-4 text-right whitespace-nowrap max-sm:col-span-3 max-sm:col-start-2 max-sm:row-start-4 max-sm:px-2 max-sm:text-left">
        {cue.changes && <span className="muted font-sans sm:hidden">{words.matchedTo} </span>}
        {cue.changes ? <b>{decibels(cue.toDb)}</b> : cue.follows ? words.follows : words.unchanged}
        {cue.heldByPeaks && <span className="muted"> {words.limitedByPeaks}</span>}
      </td>
      <td className="pl-4 text-right max-sm:col-start-4 max-sm:row-start-1">
        {strand && (
          <button
            type="button"
            className="btn btn-ghost btn-xs btn-square"
            aria-label={words.playFrom(name)}
            title={words.playHint}
            onClick={() => play(strand.startFrame)}
          >
            <Play size={14} />
          </button>
        )}
      </td>
    </tr>
  );
}

/** The loudness of a cue as a bar, its target as a mark, and what matching adds as an outline. */
function Bar({ cue }: { cue: CueLevels }) {
  const [now, to, target] = [cue.nowLufs ?? -70, cue.toLufs ?? -70, cue.targetLufs].map(shareOf) as [
    number,
    number,
    number,
  ];
  return (
    <svg
      className="bg-base-200 block h-5 w-full rounded-xs"
      role="img"
      aria-label={words.barOf(lufs(cue.nowLufs), tenths(cue.targetLufs))}
    >
      <rect width={`${100 * now}%`} y={4} height={12} fill={fillOf(cue.kind)} stroke={`var(--${cue.kind})`} />
      {to > now && (
        <rect
          x={`${100 * now}%`}
          width={`${100 * (to - now)}%`}
          y={4}
          height={12}
          fill="none"
          stroke={`var(--${cue.kind})`}
          strokeDasharray="3 2"
        />
      )}
      <rect x={`${100 * target}%`} width={2} height={20} className="fill-primary" />
    </svg>
  );
}
