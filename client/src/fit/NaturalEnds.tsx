import { Play } from "lucide-react";
import type { Cue, Schemas } from "../api/client";
import { usePlayer } from "../hearing/usePlayer";
import { useOpenShow, useView } from "../show/openShow";
import { framesPerSecond, time } from "../ui/format";
import { words } from "./words";

interface Props {
  cue: Cue;
  fits: Schemas["FitsView"];
}

/** The points where the music can end early, the most natural first, each with play and use. */
export function NaturalEnds({ cue, fits }: Props) {
  const { edit } = useOpenShow();
  const shorten = fits.methods.find((m) => m.method === "shorten");
  const now = shorten?.fitted?.soundFrames ?? 0;
  return (
    <section className="mt-4" aria-label={words.endPoint}>
      <h2 className="muted mb-1.5 font-sans text-xs font-semibold">{words.endPoints}</h2>
      <ol className="flex flex-wrap gap-2 text-sm">
        {fits.ends.map((end) => (
          <End
            key={end.frame}
            cue={cue}
            end={end}
            early={fits.lengthFrames - (end.frame - cue.inFrame)}
            most={fits.lengthFrames}
            used={end.frame - cue.inFrame === now}
            choose={() =>
              shorten && edit({ kind: "setFit", cueId: cue.id, fit: { ...shorten.recipe, endFrame: end.frame } })
            }
          />
        ))}
      </ol>
    </section>
  );
}

interface EndProps {
  cue: Cue;
  end: Schemas["NaturalEnd"];
  /** The remaining length, and how much earlier that is. */
  early: number;
  most: number;
  used: boolean;
  choose: () => void;
}

function End({ cue, end, early, most, used, choose }: EndProps) {
  const view = useView();
  const { play } = usePlayer(`/api/shows/${view.id}/cues/${cue.id}/fits/shorten-${end.frame}/samples`);
  const length = end.frame - cue.inFrame;
  return (
    <li className="bg-base-200 flex items-center gap-2 rounded-md px-2 py-1" data-end={time(end.frame)}>
      <button
        type="button"
        className="btn btn-xs btn-circle"
        aria-label={words.playEnd(time(end.frame))}
        onClick={() => play(Math.max(0, length - 5 * framesPerSecond), Math.min(length + framesPerSecond, most))}
      >
        <Play size={11} fill="currentColor" />
      </button>
      <span>
        <b className="figures">{time(end.frame)}</b>{" "}
        {words.endDetail(end.atPhrase ? words.phrase : words.dip, time(early))}
      </span>
      <button
        type="button"
        className={`btn btn-xs ${used ? "btn-primary" : ""}`}
        aria-pressed={used}
        aria-label={words.endAt(time(end.frame))}
        onClick={choose}
      >
        {used ? words.used : words.endHere}
      </button>
    </li>
  );
}
