/** What would wait for a hand in a show that runs by itself. */
export function HandWaits({ names }: { names: readonly string[] }) {
  return names.length === 0 ? (
    <p className="muted mb-3">Nothing waits for a hand.</p>
  ) : (
    <p role="note" className="border-warning mb-3 rounded-md border px-3 py-2">
      {names.join(", ")} {names.length === 1 ? "waits" : "wait"} for a hand and will not sound by{" "}
      {names.length === 1 ? "itself" : "themselves"}.
    </p>
  );
}
