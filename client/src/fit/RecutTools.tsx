import { useState } from "react";
import { changeCue } from "../api/changes";
import type { Cue, Schemas } from "../api/client";
import { useOpenShow } from "../show/openShow";
import { MsField } from "../ui/fields";
import { clock, framesOfMs, msOfFrames, shortTime, time } from "../ui/format";
import { words } from "./words";

type Recipe = Schemas["FitRecipe"];

interface Props {
  cue: Cue;
  recipe: Recipe;
  joins: readonly Schemas["EditPoint"][];
}

const most = 2;

/** The options of a re-cut: fewer or more edits, another edit point, passages to keep. */
export function RecutTools({ cue, recipe, joins }: Props) {
  const { edit } = useOpenShow();
  const change = (part: (now: Recipe) => Partial<Recipe>) =>
    edit(changeCue(cue.id, ({ id, fit }) => fit && { kind: "setFit", cueId: id, fit: { ...fit, ...part(fit) } }));
  const set = (part: Partial<Recipe>) => change(() => part);
  return (
    <section className="mt-4 grid grid-cols-[16rem_1fr] gap-x-8 max-md:grid-cols-1" aria-label={words.recut}>
      <div>
        <h2 className="muted mb-1.5 font-sans text-xs font-semibold">{words.howMany}</h2>
        <input
          type="range"
          className="range range-primary range-xs w-full"
          min={-most}
          max={most}
          value={recipe.joins}
          aria-label={words.howMany}
          aria-valuetext={words.wishes[recipe.joins + most]}
          onChange={(event) => set({ joins: Number(event.currentTarget.value) })}
        />
        <p className="text-sm">{words.wishes[recipe.joins + most]}</p>
        {recipe.wanted.length > 0 && (
          <p className="mt-2 text-sm">
            {words.moved(recipe.wanted.length)}{" "}
            <button type="button" className="link" onClick={() => set({ wanted: [] })}>
              {words.resetMoved}
            </button>
          </p>
        )}
        {recipe.forbidden.length > 0 && (
          <p className="mt-2 text-sm">
            {words.excluded(recipe.forbidden.length)}{" "}
            <button type="button" className="link" onClick={() => set({ forbidden: [] })}>
              {words.allowAll}
            </button>
          </p>
        )}
      </div>
      <div>
        <h2 className="muted mb-1.5 font-sans text-xs font-semibold">{words.edits}</h2>
        {joins.length === 0 && <p className="muted text-sm">{words.noEdits}</p>}
        <ol className="space-y-1 text-sm">
          {joins.map((join, i) => (
            <li key={join.atFrame} className="flex flex-wrap items-center gap-x-2">
              <b className="figures w-5">{i + 1}</b>
              <span className="figures">
                {words.editFromTo(shortTime(join.atFrame), time(join.fromFrame), time(join.toFrame))}
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
                {words.tryAnother}
              </button>
              {join.toFrame > join.fromFrame && (
                <button
                  type="button"
                  className="btn btn-xs"
                  title={words.keepRemovedHint}
                  onClick={() =>
                    change(({ kept }) => ({ kept: [...kept, { fromFrame: join.fromFrame, toFrame: join.toFrame }] }))
                  }
                >
                  {words.keepRemoved}
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
            {words.keptPassages}{" "}
            {recipe.kept.map((k) => (
              <button
                key={k.fromFrame}
                type="button"
                className="btn btn-xs mr-1"
                title={words.keepNoLonger}
                onClick={() =>
                  change(({ kept }) => ({
                    kept: kept.filter((o) => o.fromFrame !== k.fromFrame || o.toFrame !== k.toFrame),
                  }))
                }
              >
                <span className="figures">{words.passage(shortTime(k.fromFrame), shortTime(k.toFrame))}</span> ×
              </button>
            ))}
          </p>
        )}
      </div>
    </section>
  );
}

/** A passage to keep, typed; it can also be dragged on the music. */
function KeepTyped({ cue, keep }: { cue: Cue; keep: (fromFrame: number, toFrame: number) => void }) {
  const [from, setFrom] = useState(msOfFrames(cue.inFrame));
  const [to, setTo] = useState(Math.min(msOfFrames(cue.outFrame), msOfFrames(cue.inFrame) + 10_000));
  return (
    <p className="mt-2 flex flex-wrap items-center gap-1.5 text-sm">
      {words.keepFrom}
      <MsField label={words.keepFrom} ms={from} show={clock} commit={setFrom} width="5rem" />
      {words.keepTo}
      <MsField label={words.keepToField} ms={to} show={clock} commit={setTo} width="5rem" />
      <button type="button" className="btn btn-xs" onClick={() => keep(framesOfMs(from), framesOfMs(to))}>
        {words.keepPassage}
      </button>
    </p>
  );
}
