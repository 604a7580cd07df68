import { Dialog } from "../../ui/Dialog";

/** What the keys of the presenter's page do; the first two lines are also what clickers send. */
const keys: readonly (readonly [string, string])[] = [
  ["→ ↓ page down, space bar, Enter", "on"],
  ["← ↑ page up, backspace", "back"],
  ["b or .", "black, and back"],
  ["1 to 9", "the sounds by hand, as their rings say"],
  ["s or 0", "silence all"],
  ["w", "which sound the next five keys are for"],
  ["h", "hold it, or let it go on"],
  ["a", "begin it anew"],
  ["q e", "5 s back, 5 s on"],
  ["m", "on to its next mark"],
  ["f", "fade it out"],
  ["p", "pause everything, and go on"],
  ["g, a number, Enter", "go to a slide"],
  ["Home End", "the first slide, the last place"],
  ["+ −", "larger notes, smaller ones"],
  ["t", "have the time read out"],
];

export function StageKeys({ close }: { close: () => void }) {
  return (
    <Dialog title="Keys" close={close}>
      <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-1.5">
        {keys.map(([key, does]) => (
          <div key={key} className="contents">
            <dt className="font-semibold">{key}</dt>
            <dd className="muted">{does}</dd>
          </div>
        ))}
      </dl>
    </Dialog>
  );
}
