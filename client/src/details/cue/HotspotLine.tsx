import { MousePointerClick } from "lucide-react";
import { useState } from "react";
import type { Cue } from "../../api/client";
import { useOpenShow } from "../../shows/ShowContext";
import { Topic } from "../Sentence";
import { HotspotDialog } from "./HotspotDialog";

/** The place to click for a cue that begins by hand. */
export function HotspotLine({ cue, name }: { cue: Cue; name: string }) {
  const { edit } = useOpenShow();
  const [open, setOpen] = useState(false);
  if (cue.start.kind !== "hand" || !cue.span) return null;
  const fresh = {
    x: 0.5,
    y: 0.5,
    size: 0.08,
    turn: 0,
    symbol: "wing" as const,
    color: "#D9772B",
    opacity: 1,
    alternative: name,
    shown: true,
    picture: null,
  };
  return (
    <Topic title="A place to click">
      <div className="flex flex-wrap gap-1.5">
        <button
          type="button"
          className="btn btn-xs"
          onClick={() => {
            if (!cue.hotspot) edit({ kind: "setHotspot", cueId: cue.id, hotspot: fresh });
            setOpen(true);
          }}
        >
          <MousePointerClick size={14} /> {cue.hotspot ? "Shape the hotspot" : "Put a hotspot on the slide"}
        </button>
        {cue.hotspot && (
          <button
            type="button"
            className="btn btn-xs"
            onClick={() => edit({ kind: "setHotspot", cueId: cue.id, hotspot: null })}
          >
            Take it away
          </button>
        )}
      </div>
      {open && cue.hotspot && <HotspotDialog cue={cue} spot={cue.hotspot} close={() => setOpen(false)} />}
    </Topic>
  );
}
