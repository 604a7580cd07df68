import { Dialog } from "../../ui/Dialog";
import { KeyList, type Keys } from "../../ui/KeyList";

/** What keys do while a show is shown; what clickers send is among them. */
export const stageKeys: Keys = [
  ["→ ↓ Page down, Space", "on; from the waiting loop, begin the talk"],
  ["← ↑ Page up", "back"],
  ["G, a number, Enter", "go to a slide; or by its picture"],
  ["Home, End", "to the first slide, to the last"],
  ["B or .", "black picture"],
  ["1 to 9", "sound what waits for a hand"],
  ["S or 0", "silence all"],
  ["P", "pause, go on"],
];

/** What they do with one of the sounds, and for whoever reads. */
export const soundKeys: Keys = [
  ["W", "which sound these are for"],
  ["H", "hold it, let it go on"],
  ["A", "begin it anew"],
  ["Q, E", "5 s back, 5 s on"],
  ["M", "to its next mark"],
  ["F", "fade it out"],
  ["+ −", "larger notes, smaller notes"],
  ["T", "have the time read out"],
];

/** The keys of the presenter's page. */
export function StageKeysDialog({ close }: { close: () => void }) {
  return (
    <Dialog title="Keys" close={close}>
      <div className="grid grid-cols-2 gap-8">
        <KeyList keys={stageKeys} />
        <KeyList keys={soundKeys} />
      </div>
    </Dialog>
  );
}
