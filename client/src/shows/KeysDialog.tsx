import { soundKeys, stageKeys } from "../live/passing/StageKeys";
import { Dialog } from "../ui/Dialog";
import { KeyList, type Keys } from "../ui/KeyList";

const keys: readonly (readonly [string, Keys])[] = [
  [
    "Everywhere",
    [
      ["Space", "play and stop"],
      ["Ctrl Z, Ctrl Y", "undo, redo"],
      ["?", "this sheet"],
      ["Escape", "choose nothing"],
      ["M on Levels", "hear it matched, or as it is"],
    ],
  ],
  [
    "On a slide",
    [
      ["↑ ↓ Home End", "go to another slide; with Shift, choose through to it"],
      ["→", "to the first sound that lies there"],
      ["Alt ↑ Alt ↓", "move the chosen slides"],
      ["L", "lay the chosen sound on the chosen slides"],
      ["Ctrl V", "lay the copied cues from here on"],
    ],
  ],
  [
    "On a strand",
    [
      ["↑ ↓ ←", "to another strand, back to its slide"],
      ["Shift ↑ Shift ↓", "end one slide earlier, later"],
      ["Alt ↑ Alt ↓", "begin one slide earlier, later"],
      ["Ctrl ↑ Ctrl ↓", "move it, with all that are chosen"],
      ["+ −", "louder, quieter by 1 dB"],
      ["B, E", "half a second more of fade at its beginning, at its end; with Shift, less"],
      ["M, A", "mute, hear alone"],
      ["Ctrl C, Ctrl D", "copy, copy to the slides behind"],
      ["Delete", "remove"],
      ["Alt while dragging", "free of slides and steps"],
    ],
  ],
  ["While presenting", stageKeys],
  ["… one of its sounds, and the notes", soundKeys],
];

/** The keys. */
export function KeysDialog({ close }: { close: () => void }) {
  return (
    <Dialog title="Keys" close={close} wide>
      <div className="grid grid-cols-3 gap-8 max-md:grid-cols-1">
        {keys.map(([title, list]) => (
          <section key={title}>
            <h3 className="mb-2 text-base">{title}</h3>
            <KeyList keys={list} />
          </section>
        ))}
      </div>
    </Dialog>
  );
}
