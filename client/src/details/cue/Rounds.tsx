import type { Cue, Sound } from "../../api/client";
import { proposalsFor, say } from "../../api/queries";
import { useOpenShow } from "../../shows/ShowContext";
import { Choice, MsField } from "../../ui/fields";
import { clock, framesOfMs, msOfFrames } from "../../ui/format";
import { ValueField } from "../../ui/ValueField";
import { Sentence } from "../Sentence";

const fill = 0;

/** How often a cue goes round, and which part of it does. */
export function Rounds({ cue, sound }: { cue: Cue; sound: Sound }) {
  const { view, edit } = useOpenShow();
  const set = (rounds: number) => edit({ kind: "setRounds", cueId: cue.id, rounds });
  const way = cue.rounds === fill ? "fill" : cue.rounds === 1 ? "once" : "times";
  const part = cue.loopPart;
  const setPart = (fromFrame: number, toFrame: number) =>
    edit({ kind: "setLoopPart", cueId: cue.id, part: { fromFrame, toFrame } });
  // A part to begin with, to be dragged from there.
  const proposed = () =>
    proposalsFor(view.id, cue.id)
      .then(({ goesRound }) => setPart(goesRound.fromFrame, goesRound.toFrame))
      .catch(say);
  return (
    <>
      <Sentence>
        Goes round{" "}
        <Choice
          label="Goes round"
          value={way}
          options={[
            ["once", "once"],
            ["times", "a number of times"],
            ["fill", "to fill the span"],
          ]}
          commit={(next) => set(next === "fill" ? fill : next === "once" ? 1 : 2)}
        />
        {way === "times" && (
          <>
            {" "}
            <ValueField
              label="Times"
              value={cue.rounds}
              show={String}
              read={(text) => (/^\d+$/.test(text.trim()) && Number(text) > 0 ? Number(text) : undefined)}
              step={(value, direction) => Math.max(1, value + direction)}
              commit={set}
              width="3rem"
            />
          </>
        )}
      </Sentence>
      {way !== "once" && (
        <Sentence>
          with{" "}
          <Choice
            label="Which part goes round"
            value={part ? "part" : "all"}
            options={[
              ["all", "all of it"],
              ["part", "a part of it"],
            ]}
            commit={(to) =>
              to === "part" ? void proposed() : edit({ kind: "setLoopPart", cueId: cue.id, part: null })
            }
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
      )}
    </>
  );
}
