import { Check, Pause, Play } from "lucide-react";
import type { Cue, Schemas } from "../api/client";
import { usePlayer } from "../hearing/usePlayer";
import { useOpenShow } from "../shows/ShowContext";
import { framesPerSecond, shortTime } from "../ui/format";
import { methods, type Compared, type FitMethod } from "./methods";

interface Props {
  cue: Cue;
  fits: Schemas["FitsView"];
  shown: FitMethod | undefined;
  look: (method: FitMethod) => void;
}

const around = 3 * framesPerSecond;

/** All methods side by side: those that suit first, each to be heard and chosen; then the others, with what is against them. */
export function MethodTable({ cue, fits, shown, look }: Props) {
  const { edit } = useOpenShow();
  return (
    <table className="w-full text-sm">
      <thead>
        <tr className="muted text-left text-xs">
          <th className="py-1 pl-2 font-semibold">Method</th>
          <th className="font-semibold">What it does here</th>
          <th className="font-semibold">Joins</th>
          <th className="font-semibold">Speed</th>
          <th className="font-semibold">Ends</th>
          <th className="font-semibold">Hear it</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {fits.methods.map((one) =>
          one.fitted ? (
            <Method key={one.method} cue={cue} one={one} fitted={one.fitted} shown={one.method === shown} look={look} />
          ) : (
            <tr key={one.method} className="line-t muted">
              <td className="py-2 pr-4 pl-2 align-top">{methods[one.method].name}</td>
              <td className="py-2" colSpan={6}>
                {one.says}
              </td>
            </tr>
          ),
        )}
        <tr className="line-t">
          <td className="py-2 pr-4 pl-2 whitespace-nowrap">As it is</td>
          <td className="muted">{cue.rounds === 1 ? "plays once" : "goes round as set, and stops with its span"}</td>
          <td colSpan={4} />
          <td className="pr-2 text-right">
            <Choose on={!cue.fit} press={() => edit({ kind: "setFit", cueId: cue.id, fit: null })} name="As it is" />
          </td>
        </tr>
      </tbody>
    </table>
  );
}

interface MethodProps {
  cue: Cue;
  one: Compared;
  fitted: Schemas["Fitted"];
  shown: boolean;
  look: (method: FitMethod) => void;
}

function Method({ cue, one, fitted, shown, look }: MethodProps) {
  const { view, edit } = useOpenShow();
  const { player, playing, play } = usePlayer(`/api/shows/${view.id}/cues/${cue.id}/fits/${one.method}/samples`);
  const { name, does } = methods[one.method];
  const recipe = cue.fit?.method === one.method ? cue.fit : { method: one.method, joins: 0, forbidden: [], kept: [] };
  const change = 1 / fitted.speed - 1;
  const hear = (from: number, to?: number) => {
    look(one.method);
    play(from, to);
  };
  return (
    <tr className={`line-t ${shown ? "bg-base-300" : ""}`} data-method={one.method}>
      <td className="py-2 pr-4 pl-2 align-top">
        <button
          type="button"
          className="cursor-pointer font-semibold"
          aria-pressed={shown}
          title={does}
          onClick={() => look(one.method)}
        >
          {name}
        </button>
      </td>
      <td className="py-2 pr-3 align-top">{fitted.says}</td>
      <td className="py-1.5 pr-2 align-top">
        <span className="flex flex-wrap gap-1">
          {fitted.joins.slice(0, 6).map((join, i) => (
            <button
              key={join.atFrame}
              type="button"
              className="btn btn-xs figures"
              data-join={i + 1}
              title={`At ${shortTime(join.atFrame)}: more alike than ${(100 - join.percentile).toFixed(0)} of 100 pairs of places`}
              onClick={() => hear(Math.max(0, join.atFrame - around), join.atFrame + around)}
            >
              <Play size={10} fill="currentColor" /> <span className="sr-only">Hear join</span> {i + 1}
              <span className="muted font-normal">{join.percentile.toFixed(0)}</span>
            </button>
          ))}
          {fitted.joins.length > 6 && <span className="muted">and {fitted.joins.length - 6} more</span>}
          {fitted.joins.length === 0 && <span className="muted py-0.5">none</span>}
        </span>
      </td>
      <td className="figures py-2 pr-3 align-top whitespace-nowrap">
        {Math.abs(change) < 0.0005 ? (
          <span className="muted font-sans text-sm">as it is</span>
        ) : (
          `${(100 / (1 + change)).toFixed(1)} %`
        )}
      </td>
      <td className="py-2 pr-3 align-top whitespace-nowrap">{fitted.endsNaturally ? "by itself" : "with a fade"}</td>
      <td className="py-1.5 align-top">
        <span className="flex gap-1">
          <button
            type="button"
            className="btn btn-xs btn-circle btn-primary"
            aria-label={playing ? "Stop" : `Hear ${name}`}
            onClick={() => (playing ? player.stop() : hear(0))}
          >
            {playing ? <Pause size={11} fill="currentColor" /> : <Play size={11} fill="currentColor" />}
          </button>
          <button
            type="button"
            className="btn btn-xs"
            aria-label={`Hear the ending of ${name}`}
            onClick={() => hear(Math.max(0, fitted.soundFrames - 2 * around), fitted.lengthFrames)}
          >
            ending
          </button>
        </span>
      </td>
      <td className="py-1.5 pr-2 text-right align-top whitespace-nowrap">
        <Choose
          on={cue.fit?.method === one.method}
          press={() => {
            look(one.method);
            edit({ kind: "setFit", cueId: cue.id, fit: recipe });
          }}
          name={name}
        />
      </td>
    </tr>
  );
}

function Choose({ on, press, name }: { on: boolean; press: () => void; name: string }) {
  return (
    <button
      type="button"
      className={`btn btn-xs ${on ? "btn-primary" : ""}`}
      aria-pressed={on}
      aria-label={on ? `${name} is used` : `Use ${name}`}
      onClick={press}
    >
      {on && <Check size={12} />} {on ? "Used" : "Use"}
    </button>
  );
}
