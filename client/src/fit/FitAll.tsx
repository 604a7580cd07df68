import { useCallback, useState } from "react";
import type { Cue, JobView, Schemas, Sound } from "../api/client";
import { reportError } from "../api/errors";
import { fetchFitsOfAll } from "../api/fits";
import { useOpenShow, useView } from "../show/openShow";
import { Dialog } from "../ui/Dialog";
import { shortTime } from "../ui/format";
import { Listening } from "../show/AnalysisProgress";
import { methods } from "../show/fitMethods";
import { words } from "./words";

/** Proposes a fit for each bed. One click applies all, and one undo reverts them. */
export function FitAll({ soundOf }: { soundOf: (cue: Cue) => Sound | undefined }) {
  const view = useView();
  const { edit } = useOpenShow();
  const [proposed, setProposed] = useState<Schemas["FitAllView"] | JobView | "asking">();
  const [askedAt, setAskedAt] = useState(0);
  const { id, revision } = view;
  const ask = useCallback(() => {
    setProposed("asking");
    setAskedAt(revision);
    fetchFitsOfAll(id)
      .then(setProposed)
      .catch((problem: unknown) => {
        setProposed(undefined);
        reportError(problem);
      });
  }, [id, revision]);
  const nameOf = (cueId: string) => {
    const cue = view.show.cues.find((c) => c.id === cueId);
    return cue && soundOf(cue)?.name;
  };
  return (
    <>
      <button
        type="button"
        className={`btn btn-sm bg-base-100 mt-3 w-full border-[var(--line)] ${proposed === "asking" ? "btn-disabled" : ""}`}
        // Not disabled: it would lose the focus that the dialog returns to it.
        aria-disabled={proposed === "asking"}
        onClick={() => proposed !== "asking" && ask()}
      >
        {proposed === "asking" ? words.analysing : words.fitAll}
      </button>
      {proposed && proposed !== "asking" && "state" in proposed && (
        <Dialog title={words.fitAll} close={() => setProposed(undefined)}>
          <Listening job={proposed} again={ask} />
        </Dialog>
      )}
      {proposed && proposed !== "asking" && "beds" in proposed && (
        <Dialog title={words.fitAll} close={() => setProposed(undefined)}>
          <p className="mb-3">{proposed.says}</p>
          <ul className="space-y-2">
            {proposed.beds.map((bed) => (
              <li key={bed.cueId}>
                <b className="figures block">{words.bedTo(nameOf(bed.cueId) ?? "", shortTime(bed.lengthFrames))}</b>
                {words.proposed(bed.method ? methods[bed.method].name : words.notFitted, bed.says)}
              </li>
            ))}
          </ul>
          {proposed.edit && (
            <button
              type="button"
              className="btn btn-primary mt-4"
              onClick={() => {
                if (proposed.edit) edit(proposed.edit, askedAt);
                setProposed(undefined);
              }}
            >
              {words.apply}
            </button>
          )}
        </Dialog>
      )}
    </>
  );
}
