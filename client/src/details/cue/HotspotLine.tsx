import { MousePointerClick } from "lucide-react";
import { useState } from "react";
import type { Cue } from "../../api/client";
import { useOpenShow } from "../../show/openShow";
import { Buttons, Topic } from "../Topic";
import { HotspotDialog } from "./HotspotDialog";
import { words } from "./words";

/** The hotspot of a manual cue. */
export function HotspotLine({ cue }: { cue: Cue }) {
  const { edit } = useOpenShow();
  const [open, setOpen] = useState(false);
  if (cue.start.kind !== "hand" || !cue.span) return null;
  return (
    <Topic title={words.hotspot}>
      <Buttons>
        <button
          type="button"
          className="btn btn-xs"
          onClick={() => {
            if (!cue.hotspot) edit({ kind: "addHotspot", cueId: cue.id });
            setOpen(true);
          }}
        >
          <MousePointerClick size={14} /> {cue.hotspot ? words.editHotspot : words.addHotspot}
        </button>
        {cue.hotspot && (
          <button
            type="button"
            className="btn btn-xs"
            onClick={() => edit({ kind: "setHotspot", cueId: cue.id, hotspot: null })}
          >
            {words.remove}
          </button>
        )}
      </Buttons>
      {open && cue.hotspot && <HotspotDialog cue={cue} spot={cue.hotspot} close={() => setOpen(false)} />}
    </Topic>
  );
}
