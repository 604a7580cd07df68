import { MousePointerClick } from "lucide-react";
import { useState } from "react";
import type { Cue } from "../../api/client";
import { useOpenShow } from "../../show/openShow";
import { Topic } from "../Sentence";
import { HotspotDialog } from "./HotspotDialog";

/** The place to click for a cue that begins by hand. */
export function HotspotLine({ cue }: { cue: Cue }) {
  const { edit } = useOpenShow();
  const [open, setOpen] = useState(false);
  if (cue.start.kind !== "hand" || !cue.span) return null;
  return (
    <Topic title="A place to click">
      <div className="flex flex-wrap gap-1.5">
        <button
          type="button"
          className="btn btn-xs"
          onClick={() => {
            if (!cue.hotspot) edit({ kind: "addHotspot", cueId: cue.id });
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
