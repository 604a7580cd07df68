import { ZoomIn, ZoomOut } from "lucide-react";
import type { Cue, Sound } from "../../api/client";
import { fetchProposals } from "../../api/cues";
import { reportError } from "../../api/errors";
import { useView } from "../../show/openShow";
import { Select } from "../../ui/fields";
import { IconButton } from "../../ui/IconButton";
import { Buttons, Row } from "../Topic";
import { LoopPart } from "./LoopPart";
import { words } from "./words";

interface Props {
  cue: Cue;
  sound: Sound;
  /** Changes the in or out point of a cue, as it is at that time. */
  change: (part: (now: Cue) => { inFrame?: number; outFrame?: number }) => void;
  /** The frame at the play position. */
  here: () => number;
  /** Zooms by this factor. */
  zoom: (factor: number) => void;
}

/** The less frequent tools for trimming a cue. */
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
      <Buttons>
        <IconButton className="btn-ghost btn-xs btn-square" label={words.zoomIn} press={() => zoom(0.4)}>
          <ZoomIn size={13} />
        </IconButton>
        <IconButton className="btn-ghost btn-xs btn-square" label={words.zoomOut} press={() => zoom(2.5)}>
          <ZoomOut size={13} />
        </IconButton>
        <button type="button" className="btn btn-xs" title={words.atPlayhead} onClick={() => set({ inFrame: here() })}>
          {words.setIn}
        </button>
        <button type="button" className="btn btn-xs" title={words.atPlayhead} onClick={() => set({ outFrame: here() })}>
          {words.setOut}
        </button>
        <button type="button" className="btn btn-xs" onClick={() => void beginning()}>
          {words.firstSeconds}
        </button>
        {(cue.inFrame > 0 || cue.outFrame < total) && (
          <button type="button" className="btn btn-xs" onClick={() => set({ inFrame: 0, outFrame: total })}>
            {words.whole}
          </button>
        )}
      </Buttons>
      {sound.markers.length > 0 && (
        <Row label={words.startAtMarker}>
          <Select
            label={words.startAtMarker}
            value={sound.markers.find((m) => m.frame === cue.inFrame)?.id ?? ""}
            options={[["", words.chooseMarker], ...sound.markers.map((m) => [m.id, m.name] as const)]}
            commit={(id) => {
              const marker = sound.markers.find((m) => m.id === id);
              if (marker)
                change(({ outFrame }) => ({
                  inFrame: marker.frame,
                  outFrame: outFrame > marker.frame ? outFrame : total,
                }));
            }}
          />
        </Row>
      )}
      <LoopPart cue={cue} sound={sound} />
    </>
  );
}
