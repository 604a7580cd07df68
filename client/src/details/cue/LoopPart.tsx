import type { Cue, Sound } from "../../api/client";
import { fetchProposals } from "../../api/cues";
import { reportError } from "../../api/errors";
import { useOpenShow, useView } from "../../show/openShow";
import { Choice, MsField } from "../../ui/fields";
import { clock, framesOfMs, msOfFrames } from "../../ui/format";
import { Sentence } from "../Sentence";

/** Which part of a cue goes round. */
export function LoopPart({ cue, sound }: { cue: Cue; sound: Sound }) {
  const view = useView();
  const { edit } = useOpenShow();
  const part = cue.loopPart;
  if (cue.rounds === 1) return null;
  const setPart = (fromFrame: number, toFrame: number) =>
    edit({ kind: "setLoopPart", cueId: cue.id, part: { fromFrame, toFrame } });
  // A part to begin with, to be dragged from there.
  const proposed = () =>
    fetchProposals(view.id, cue.id)
      .then(({ goesRound }) => setPart(goesRound.fromFrame, goesRound.toFrame))
      .catch(reportError);
  return (
    <Sentence>
      Round goes{" "}
      <Choice
        label="Which part goes round"
        value={part ? "part" : "all"}
        options={[
          ["all", "all of it"],
          ["part", "a part of it"],
        ]}
        commit={(to) => (to === "part" ? void proposed() : edit({ kind: "setLoopPart", cueId: cue.id, part: null }))}
      />
      {part && (
        <>
          {" "}
          <MsField
            label="Round from"
            ms={msOfFrames(part.fromFrame)}
            show={clock}
            commit={(ms) => setPart(framesOfMs(ms), part.toFrame)}
          />{" "}
          to{" "}
          <MsField
            label="Round to"
            ms={msOfFrames(part.toFrame)}
            show={clock}
            commit={(ms) => setPart(part.fromFrame, Math.min(sound.figures.frames, framesOfMs(ms)))}
          />
        </>
      )}
    </Sentence>
  );
}
