import { ZoomIn, ZoomOut } from "lucide-react";
import type { Cue, Sound } from "../../api/client";
import { fetchProposals } from "../../api/cues";
import { reportError } from "../../api/errors";
import { useView } from "../../show/openShow";
import { Choice } from "../../ui/fields";
import { IconButton } from "../../ui/IconButton";
import { Sentence } from "../Sentence";
import { LoopPart } from "./LoopPart";

interface Props {
  cue: Cue;
  sound: Sound;
  /** Changes the first frame that is used, or the one after the last, of the cue as it is by then. */
  change: (part: (now: Cue) => { inFrame?: number; outFrame?: number }) => void;
  /** The frame that is heard, or was last. */
  here: () => number;
  /** Shows so much of the length that is seen now. */
  zoom: (factor: number) => void;
}

/** What is done more rarely with the part of a sound that a cue uses. */
export function PartTools({ cue, sound, change, here, zoom }: Props) {
  const view = useView();
  const total = sound.figures.frames;
  const set = (part: { inFrame?: number; outFrame?: number }) => change(() => part);
  const beginning = () =>
    fetchProposals(view.id, cue.id)
      .then(({ beginning: { fromFrame, toFrame } }) => change(() => ({ inFrame: fromFrame, outFrame: toFrame })))
      .catch(reportError);
  return (
    <>
      <Sentence>
        <IconButton className="btn-ghost btn-xs btn-square" label="Closer" press={() => zoom(0.4)}>
          <ZoomIn size={13} />
        </IconButton>
        <IconButton className="btn-ghost btn-xs btn-square" label="Farther" press={() => zoom(2.5)}>
          <ZoomOut size={13} />
        </IconButton>
        <button type="button" className="btn btn-xs" onClick={() => set({ inFrame: here() })}>
          In here
        </button>
        <button type="button" className="btn btn-xs" onClick={() => set({ outFrame: here() })}>
          Out here
        </button>
        <button type="button" className="btn btn-xs" onClick={() => void beginning()}>
          First 5 s only
        </button>
        {(cue.inFrame > 0 || cue.outFrame < total) && (
          <button type="button" className="btn btn-xs" onClick={() => set({ inFrame: 0, outFrame: total })}>
            All of it
          </button>
        )}
      </Sentence>
      {sound.markers.length > 0 && (
        <Sentence>
          Start at{" "}
          <Choice
            label="Start at a marker"
            value={sound.markers.find((m) => m.frame === cue.inFrame)?.id ?? ""}
            options={[["", "a marker…"], ...sound.markers.map((m) => [m.id, m.name] as const)]}
            commit={(id) => {
              const marker = sound.markers.find((m) => m.id === id);
              if (marker)
                change(({ outFrame }) => ({
                  inFrame: marker.frame,
                  outFrame: outFrame > marker.frame ? outFrame : total,
                }));
            }}
          />
        </Sentence>
      )}
      <LoopPart cue={cue} sound={sound} />
    </>
  );
}
