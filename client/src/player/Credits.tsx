import type { PlayerData } from "./data";

/** The credits of the sounds. */
export function Credits({ data }: { data: PlayerData }) {
  return (
    <ul className="mt-2 list-none p-0 text-sm">
      {data.credits.map((line) => (
        <li key={line} className="mb-1">
          {line}
        </li>
      ))}
    </ul>
  );
}
