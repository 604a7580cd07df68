import { X } from "lucide-react";
import { useMissingParts } from "../api/machine";
import { useSettings } from "../ui/settings";
import { words } from "./words";

/** What the machine of the app lacks, until it is closed. It is shown again when something else is missing. */
export function MachineNotice() {
  const { data: missing } = useMissingParts();
  const closed = useSettings((settings) => settings.closedNotice);
  const said = missing?.map(({ sentence }) => sentence).join(" ") ?? "";
  if (!missing || said === "" || said === closed) return null;
  return (
    <section className="border-warning bg-base-100 mb-6 flex gap-3 rounded-md border p-4" aria-label={words.missing}>
      <div className="grow">
        <h2 className="mb-1 font-semibold">{words.missing}</h2>
        <ul className="space-y-1.5 text-sm">
          {missing.map(({ sentence, mend }) => (
            <li key={sentence}>
              {sentence} <code className="bg-base-200 rounded px-1.5 py-0.5 whitespace-nowrap">{mend}</code>
            </li>
          ))}
        </ul>
      </div>
      <button
        type="button"
        className="btn btn-ghost btn-sm btn-square"
        aria-label={words.close}
        onClick={() => useSettings.setState({ closedNotice: said })}
      >
        <X size={16} />
      </button>
    </section>
  );
}
