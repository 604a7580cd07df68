/** What keys do: the keys, and what they are for. */
export type Keys = readonly (readonly [string, string])[];

export function KeyList({ keys }: { keys: Keys }) {
  return (
    <dl className="space-y-1.5 text-sm">
      {keys.map(([key, what]) => (
        <div key={key}>
          <dt className="figures font-bold">{key}</dt>
          <dd className="muted">{what}</dd>
        </div>
      ))}
    </dl>
  );
}
