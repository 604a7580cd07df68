import { Download, Printer } from "lucide-react";
import { useState } from "react";
import { type SpreadOptions, useSpread } from "../api/time";
import { useOpenShow, useView } from "../show/openShow";
import { Dialog } from "../ui/Dialog";
import { Select } from "../ui/fields";
import { clock, msOfFrames, readMs, time } from "../ui/format";
import { ValueField } from "../ui/ValueField";
import { LimitFields, type Limits } from "../fields/LimitFields";
import { NewHolds } from "../fields/NewHolds";
import { over } from "./over";
import { words } from "./words";

/** The running time: its target, the distribution over the slides, and the timing sheet. */
export function RunningTimeDialog({ close }: { close: () => void }) {
  const view = useView();
  const { edit } = useOpenShow();
  const { targetMs } = view.show;
  const total = view.runningOrder.totalFrames;
  const [by, setBy] = useState<SpreadOptions["by"]>("evenly");
  const [limits, setLimits] = useState<Limits>({});
  const totalMs = targetMs ?? msOfFrames(total);
  const { data, error } = useSpread(view.id, view.revision, { by, totalMs, ...limits }, total > 0);
  const difference = over(view);
  return (
    <Dialog title={words.title} close={close} wide>
      <dl className="mb-4 grid grid-cols-[5.75rem_1fr] items-center gap-y-1.5">
        <dt>{words.now}</dt>
        <dd>
          <b className="figures">{time(total)}</b>
          {difference && <span className="muted figures ml-2">{difference.text}</span>}
        </dd>
        <dt>{words.target}</dt>
        <dd>
          <ValueField
            label={words.targetField}
            value={targetMs}
            show={(ms) => (ms === null ? "" : clock(ms))}
            read={(typed) => (typed.trim() === "" ? null : readMs(typed))}
            commit={(ms) => edit({ kind: "setTarget", targetMs: ms })}
            placeholder={words.noTarget}
            width="5.5rem"
          />
        </dd>
      </dl>
      <section aria-label={words.distribute} className="mb-5">
        <h3 className="mb-1 text-base">{words.distribute}</h3>
        <dl className="mb-2 grid grid-cols-[5.75rem_1fr] items-center gap-y-1.5 text-sm">
          <dt>{words.proportion}</dt>
          <dd>
            <Select
              label={words.proportion}
              value={by}
              options={[
                ["evenly", words.proportions.evenly],
                ["text", words.proportions.text],
                ["holds", words.proportions.holds],
              ]}
              commit={setBy}
            />
          </dd>
        </dl>
        <LimitFields limits={limits} set={setLimits} />
        <p className="muted my-2 text-sm">{words.keeps}</p>
        <NewHolds offered={data} error={error} unchanged={words.unchanged} />
      </section>
      <section aria-label={words.sheet}>
        <h3 className="mb-2 text-base">{words.sheet}</h3>
        <p className="flex gap-2">
          <a className="btn btn-sm" href={`/api/shows/${view.id}/timing.html`} target="_blank" rel="noreferrer">
            <Printer size={15} /> {words.print}
          </a>
          <a className="btn btn-sm" href={`/api/shows/${view.id}/timing.csv`} download>
            <Download size={15} /> {words.csv}
          </a>
        </p>
      </section>
    </Dialog>
  );
}
