import type { Scope } from "../ui/commands";
import { Dialog } from "../ui/Dialog";
import { KeyList } from "../ui/KeyList";
import { words } from "./words";

const groups: readonly (readonly [string, readonly Scope[]])[] = [
  [words.everywhere, ["show"]],
  [words.runSheet, ["sheet"]],
  [words.onSlide, ["slide"]],
  [words.onCue, ["cue"]],
  [words.levels, ["levels"]],
  [words.presenting, ["stage"]],
  [words.presenter, ["presenter"]],
];

/** All keyboard shortcuts. */
export function KeysDialog({ close }: { close: () => void }) {
  return (
    <Dialog title={words.keys} close={close} wide isText>
      <div className="columns-3 gap-8 max-md:columns-1">
        {groups.map(([title, scopes]) => (
          <section key={title} className="mb-6 break-inside-avoid">
            <h3 className="mb-2 text-base">{title}</h3>
            {scopes.map((scope) => (
              <KeyList key={scope} scope={scope} />
            ))}
          </section>
        ))}
      </div>
    </Dialog>
  );
}
