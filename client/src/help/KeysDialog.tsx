import type { Scope } from "../ui/commands";
import { Dialog } from "../ui/Dialog";
import { KeyList } from "../ui/KeyList";

const groups: readonly (readonly [string, readonly Scope[]])[] = [
  ["Everywhere", ["show"]],
  ["Run sheet", ["sheet"]],
  ["On a slide", ["slide"]],
  ["On a cue", ["cue"]],
  ["Levels", ["levels"]],
  ["Presenting", ["stage"]],
  ["Presenting: a cue, and the notes", ["presenter"]],
];

/** All keys. */
export function KeysDialog({ close }: { close: () => void }) {
  return (
    <Dialog title="Keys" close={close} wide isText>
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
