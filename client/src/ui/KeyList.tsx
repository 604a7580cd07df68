import { commandsOf, type Scope, shownKeys } from "./commands";

/** The keys of a scope, and what they do. */
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

/** Digits in a row are shown as their first and last. */
const keysInShort = (keys: readonly string[]) =>
  keys.length > 2 && keys.every((key) => /^\d$/.test(key)) ? `${keys[0]} – ${keys.at(-1)}` : keys.join(", ");
