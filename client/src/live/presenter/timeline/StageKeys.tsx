import { Dialog } from "../../../ui/Dialog";
import { KeyList } from "../../../ui/KeyList";
import { words } from "../words";

/** The keys of the presenter's page. */
export function StageKeysDialog({ close }: { close: () => void }) {
  return (
    <Dialog title={words.bar.keys} close={close} isText>
      <div className="grid grid-cols-2 gap-8">
        <KeyList scope="stage" />
        <KeyList scope="presenter" />
      </div>
    </Dialog>
  );
}
