import { Download, Printer } from "lucide-react";
import { useState } from "react";
import { type SpreadOptions, useSpread } from "../api/time";
import { useOpenShow, useView } from "../show/openShow";
import { Dialog } from "../ui/Dialog";
import { Choice } from "../ui/fields";
import { clock, msOfFrames, readMs, time } from "../ui/format";
import { ValueField } from "../ui/ValueField";
import { LimitFields, type Limits } from "../fields/LimitFields";
import { NewHolds } from "../fields/NewHolds";
import { over } from "./over";

/** The running time: what it is aimed at, sharing it out among the slides, and the sheet to print. */
export function RunningTimeDialog({ close }: { close: () => void }) {
  const view = useView();
  const { edit } = useOpenShow();
  const { targetMs } = view.show;
  const total = view.runningOrder.totalFrames;
  const [by, setBy] = useState<SpreadOptions["by"]>("evenly");
  const [limits, setLimits] = useState<Limits>({});
  const totalMs = targetMs ?? msOfFrames(total);
  const { data, error } = useSpread(view.id, view.revision, { by, totalMs, ...limits }, total > 0);
  return (
    <Dialog title="Running time" close={close} wide>
      <p className="mb-4">
        The show takes <b className="figures">{time(total)}</b>. It is to take{" "}
        <ValueField
          label="Running time to aim at"
          value={targetMs}
          show={(ms) => (ms === null ? "" : clock(ms))}
          read={(typed) => (typed.trim() === "" ? null : readMs(typed))}
          commit={(ms) => edit({ kind: "setTarget", targetMs: ms })}
          placeholder="m:ss"
          width="5.5rem"
        />
        {over(view) ? `: ${over(view)?.words}.` : " as long as it comes out."}
      </p>
      <section aria-label="Share the time out" className="mb-5">
        <h3 className="mb-1 text-base">Share {targetMs === null ? "it" : "what is aimed at"} out among the slides</h3>
        <div className="mb-2 flex flex-wrap items-center gap-x-2 gap-y-1 text-sm">
          <Choice
            label="How it is shared out"
            value={by}
            options={[
              ["evenly", "all the same"],
              ["text", "by their text and notes"],
              ["holds", "in proportion to now"],
            ]}
            commit={setBy}
          />
          <LimitFields limits={limits} set={setLimits} />
        </div>
        <p className="muted mb-2 text-sm">Locked holds stay; steps and voices are never cut short.</p>
        <NewHolds offered={data} error={error} unchanged="The slides stay that long already." />
      </section>
      <section aria-label="Timing sheet">
        <h3 className="mb-2 text-base">Timing sheet</h3>
        <p className="flex gap-2">
          <a className="btn btn-sm" href={`/api/shows/${view.id}/timing.html`} target="_blank" rel="noreferrer">
            <Printer size={15} /> Open to print
          </a>
          <a className="btn btn-sm" href={`/api/shows/${view.id}/timing.csv`} download>
            <Download size={15} /> For a table program (CSV)
          </a>
        </p>
      </section>
    </Dialog>
  );
}
