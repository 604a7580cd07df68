import { commandsOf, type Scope, shownKeys } from "./commands";

/** The keyboard shortcuts of a scope. */
export function KeyList({ scope }: { scope: Scope }) {
  return (
    <dl className="space-y-1.5 text-sm">
      {commandsOf(scope).map(([name, command]) => (
        <div key={name}>
          <dt className="figures font-bold">{keysInShort(shownKeys(command))}</dt>
          <dd className="muted">{command.does}</dd>
        </div>
      ))}
    </dl>
  );
}

/** Consecutive digits are shown as the first and the last. */
const keysInShort = (keys: readonly string[]) =>
  keys.length > 2 && keys.every((key) => /^\d$/.test(key)) ? `${keys[0]} – ${keys.at(-1)}` : keys.join(", ");
