import { useOpenShow, useView } from "../show/openShow";
import { words } from "./words";

/**
 * The cues that are not on the sheet: parked ones, which lost their slides or their sound and keep their settings, and those that
 * would begin only when their span has ended.
 */
export function ParkedList({ selectCue }: { selectCue: (cueId: string) => void }) {
  const view = useView();
  const { edit } = useOpenShow();
  const layout = new Set(view.strands.map((s) => s.cueId));
  const parked = view.show.cues.filter((c) => !layout.has(c.id));
  if (parked.length === 0) return null;
  return (
    <section aria-label={words.parked}>
      <h3 className="text-warning px-2 pt-4 pb-1 font-sans text-xs font-semibold">{words.parked}</h3>
      <ul>
        {parked.map((cue) => {
          const sound = view.show.sounds.find((s) => s.id === cue.soundId);
          if (!sound) return null;
          return (
            <li key={cue.id} className="flex items-center justify-between gap-1 px-2 py-1">
              <button
                type="button"
                className="min-w-0 cursor-pointer truncate text-left text-sm underline decoration-dotted"
                onClick={() => selectCue(cue.id)}
              >
                {sound.name}
              </button>
              {cue.span && <span className="muted text-xs">{words.startsTooLate}</span>}
              {sound.removed && (
                <button
                  type="button"
                  className="btn btn-xs"
                  onClick={() => edit({ kind: "restoreSound", soundId: sound.id, spans: [] })}
                >
                  {words.restore}
                </button>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
