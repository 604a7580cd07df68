import { words } from "./words";

/** The manual cues that a self-running show does not trigger. */
export function ManualCuesNotice({ names }: { names: readonly string[] }) {
  return names.length === 0 ? (
    <p className="muted mb-3">{words.manualCues(names)}</p>
  ) : (
    <p role="note" className="border-warning mb-3 rounded-md border px-3 py-2">
      {words.manualCues(names)}
    </p>
  );
}
