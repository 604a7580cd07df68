import { useState } from "react";
import { changeCue } from "../api/changes";
import type { Cue, Schemas } from "../api/client";
import { useOpenShow } from "../show/openShow";
import { MsField } from "../ui/fields";
import { clock, framesOfMs, msOfFrames, shortTime, time } from "../ui/format";

type Recipe = Schemas["FitRecipe"];

interface Props {
  cue: Cue;
  recipe: Recipe;
  joins: readonly Schemas["Join"][];
}

const most = 2;
const wishes = ["far fewer joins", "fewer joins", "as many joins as it takes", "more joins", "many more joins"];

/** What a re-cut can be told: fewer or more joins, another place for one, a passage to be kept. */
export function RecutTools({ cue, recipe, joins }: Props) {
  const { edit } = useOpenShow();
  const change = (part: (now: Recipe) => Partial<Recipe>) =>
    edit(changeCue(cue.id, ({ id, fit }) => fit && { kind: "setFit", cueId: id, fit: { ...fit, ...part(fit) } }));
  const set = (part: Partial<Recipe>) => change(() => part);
  return (
    <section className="mt-4 grid grid-cols-[16rem_1fr] gap-x-8 max-md:grid-cols-1" aria-label="The re-cut">
      <div>
        <h2 className="muted mb-1.5 font-sans text-xs font-semibold">How many joins</h2>
        <input
          type="range"
          className="range range-primary range-xs w-full"
          min={-most}
          max={most}
          value={recipe.joins}
          aria-label="How many joins"
          aria-valuetext={wishes[recipe.joins + most]}
          onChange={(event) => set({ joins: Number(event.currentTarget.value) })}
        />
        <p className="text-sm">{wishes[recipe.joins + most]}</p>
        {recipe.wanted.length > 0 && (
          <p className="mt-2 text-sm">
            {recipe.wanted.length === 1 ? "One join was" : `${recipe.wanted.length} joins were`} moved by hand.{" "}
            <button type="button" className="link" onClick={() => set({ wanted: [] })}>
              Back to the best
            </button>
          </p>
        )}
        {recipe.forbidden.length > 0 && (
          <p className="mt-2 text-sm">
            {recipe.forbidden.length === 1 ? "One place is" : `${recipe.forbidden.length} places are`} not used.{" "}
            <button type="button" className="link" onClick={() => set({ forbidden: [] })}>
              Allow all again
            </button>
          </p>
        )}
      </div>
      <div>
        <h2 className="muted mb-1.5 font-sans text-xs font-semibold">Where it is joined</h2>
        {joins.length === 0 && <p className="muted text-sm">It is heard as it is; nothing need be joined.</p>}
        <ol className="space-y-1 text-sm">
          {joins.map((join, i) => (
            <li key={join.atFrame} className="flex flex-wrap items-center gap-x-2">
              <b className="figures w-5">{i + 1}</b>
              <span>
                at <span className="figures">{shortTime(join.atFrame)}</span>, from{" "}
                <span className="figures">{time(join.fromFrame)}</span> of the music to{" "}
                <span className="figures">{time(join.toFrame)}</span>
              </span>
              <button
                type="button"
                className="btn btn-xs"
                onClick={() =>
                  change(({ forbidden }) => ({
                    forbidden: [...forbidden, { fromFrame: join.fromFrame, toFrame: join.toFrame }],
                  }))
                }
              >
                Try another place
              </button>
              {join.toFrame > join.fromFrame && (
                <button
                  type="button"
                  className="btn btn-xs"
                  title="The passage left out here is heard, whole"
                  onClick={() =>
                    change(({ kept }) => ({ kept: [...kept, { fromFrame: join.fromFrame, toFrame: join.toFrame }] }))
                  }
                >
                  Keep what is left out
                </button>
              )}
            </li>
          ))}
        </ol>
        <KeepTyped
          cue={cue}
          keep={(fromFrame, toFrame) => change(({ kept }) => ({ kept: [...kept, { fromFrame, toFrame }] }))}
        />
        {recipe.kept.length > 0 && (
          <p className="mt-2 text-sm">
            Kept whole:{" "}
            {recipe.kept.map((k) => (
              <button
                key={k.fromFrame}
                type="button"
                className="btn btn-xs mr-1"
                title="Keep it no longer"
                onClick={() =>
                  change(({ kept }) => ({
                    kept: kept.filter((o) => o.fromFrame !== k.fromFrame || o.toFrame !== k.toFrame),
                  }))
                }
              >
                <span className="figures">
                  {shortTime(k.fromFrame)} to {shortTime(k.toFrame)}
                </span>{" "}
                ×
              </button>
            ))}
          </p>
        )}
      </div>
    </section>
  );
}

/** A passage to be kept, typed; by hand it is marked on the music. */
function KeepTyped({ cue, keep }: { cue: Cue; keep: (fromFrame: number, toFrame: number) => void }) {
  const [from, setFrom] = useState(msOfFrames(cue.inFrame));
  const [to, setTo] = useState(Math.min(msOfFrames(cue.outFrame), msOfFrames(cue.inFrame) + 10_000));
  return (
    <p className="mt-2 flex flex-wrap items-center gap-1.5 text-sm">
      Keep from <MsField label="Keep from" ms={from} show={clock} commit={setFrom} width="5rem" /> to{" "}
      <MsField label="Keep to" ms={to} show={clock} commit={setTo} width="5rem" />
      <button type="button" className="btn btn-xs" onClick={() => keep(framesOfMs(from), framesOfMs(to))}>
        Keep it whole
      </button>
    </p>
  );
}
