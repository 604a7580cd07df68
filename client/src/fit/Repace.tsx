import { useState } from "react";
import type { Cue } from "../api/client";
import { type RepaceOptions, useRepace } from "../api/fits";
import { useView } from "../show/openShow";
import { LimitFields, type Limits } from "../fields/LimitFields";
import { NewHolds } from "../fields/NewHolds";
import { Choice } from "../ui/fields";

/** The other way round: the music stays whole, and the slides' holds are changed to end with it. Each change is shown before it is made. */
export function Repace({ cue, tempo }: { cue: Cue; tempo: number | null }) {
  const view = useView();
  const [on, setOn] = useState<RepaceOptions["on"]>("anywhere");
  const [limits, setLimits] = useState<Limits>({});
  const { data, error } = useRepace(view.id, cue.id, view.revision, { on, ...limits });
  return (
    <section className="mt-5" aria-label="Re-pace" id="re-pace">
      <h2 className="mb-1 text-base">Re-pace: the slides end with the music</h2>
      <div className="mb-2 flex flex-wrap items-center gap-x-2 gap-y-1 text-sm">
        <span>In proportion; they change</span>
        <Choice
          label="Slides change"
          value={on}
          options={[
            ["anywhere", "anywhere"],
            ["beats", "on beats"],
            ["bars", "where bars begin"],
          ]}
          commit={setOn}
        />
        <LimitFields limits={limits} set={setLimits} />
        {on !== "anywhere" && tempo === null && <span className="muted">It has hardly a beat to go by.</span>}
      </div>
      <NewHolds offered={data} error={error} unchanged="The slides end with the music as they are." />
    </section>
  );
}
