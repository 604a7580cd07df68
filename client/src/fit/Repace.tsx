import { useState } from "react";
import type { Cue } from "../api/client";
import { type RepaceOptions, useRepace } from "../api/fits";
import { useView } from "../show/openShow";
import { LimitFields, type Limits } from "../fields/LimitFields";
import { NewHolds } from "../fields/NewHolds";
import { Select } from "../ui/fields";
import { words } from "./words";

/** Retimes the slides to end with the music. Each change is shown before it is applied. */
export function Repace({ cue, tempo }: { cue: Cue; tempo: number | null }) {
  const view = useView();
  const [on, setOn] = useState<RepaceOptions["on"]>("anywhere");
  const [limits, setLimits] = useState<Limits>({});
  const { data, error } = useRepace(view.id, cue.id, view.revision, { on, ...limits });
  return (
    <section className="mt-5" aria-label={words.repace} id="re-pace">
      <h2 className="mb-1 text-base">{words.retime}</h2>
      <div className="mb-2 flex flex-wrap items-center gap-x-2 gap-y-1 text-sm">
        <span aria-hidden="true">{words.slidesChange}</span>
        <Select
          label={words.slidesChange}
          value={on}
          options={[
            ["anywhere", words.changes.anywhere],
            ["beats", words.changes.beats],
            ["bars", words.changes.bars],
          ]}
          commit={setOn}
        />
        {on !== "anywhere" && tempo === null && <span className="muted">{words.noSteadyBeat}</span>}
      </div>
      <LimitFields limits={limits} set={setLimits} />
      <div className="mt-2">
        <NewHolds offered={data} error={error} unchanged={words.slidesUnchanged} />
      </div>
    </section>
  );
}
