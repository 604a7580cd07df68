import type { Cue, Sound } from "../../api/client";
import { fetchProposals } from "../../api/cues";
import { reportError } from "../../api/errors";
import { useOpenShow, useView } from "../../show/openShow";
import { Select, MsField } from "../../ui/fields";
import { clock, framesOfMs, msOfFrames } from "../../ui/format";
import { Row } from "../Topic";
import { words } from "./words";

/** The part of a cue that loops. */
export function LoopPart({ cue, sound }: { cue: Cue; sound: Sound }) {
  const view = useView();
  const { edit } = useOpenShow();
  const part = cue.loopPart;
  if (cue.rounds === 1) return null;
  const setPart = (fromFrame: number, toFrame: number) =>
    edit({ kind: "setLoopPart", cueId: cue.id, part: { fromFrame, toFrame } });
  // A part to begin with, for adjusting by dragging.
  const proposed = () =>
    fetchProposals(view.id, cue.id)
      .then(({ loopPart }) => setPart(loopPart.fromFrame, loopPart.toFrame))
      .catch(reportError);
  return (
    <>
      <Row label={words.loop}>
        <Select
          label={words.loop}
          value={part ? "part" : "all"}
          options={[
            ["all", words.loops.all],
            ["part", words.loops.part],
          ]}
          commit={(to) => (to === "part" ? void proposed() : edit({ kind: "setLoopPart", cueId: cue.id, part: null }))}
        />
      </Row>
      {part && (
        <>
          <Row label={words.loopStart}>
            <MsField
              label={words.loopStart}
              ms={msOfFrames(part.fromFrame)}
              show={clock}
              commit={(ms) => setPart(framesOfMs(ms), part.toFrame)}
            />
          </Row>
          <Row label={words.loopEnd}>
            <MsField
              label={words.loopEnd}
              ms={msOfFrames(part.toFrame)}
              show={clock}
              commit={(ms) => setPart(part.fromFrame, Math.min(sound.figures.frames, framesOfMs(ms)))}
            />
          </Row>
        </>
      )}
    </>
  );
}
