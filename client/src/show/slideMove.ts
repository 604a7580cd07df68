import type { Edit } from "../api/client";

/** Moves slides past the one above the first, or below the last; undefined at either end. */
export function slideMove(order: readonly string[], chosen: readonly string[], by: 1 | -1): Edit | undefined {
  const at = order.flatMap((id, i) => (chosen.includes(id) ? [i] : []));
  const [first, last] = [at[0], at.at(-1)];
  if (first === undefined || last === undefined) return undefined;
  const index = by < 0 ? first - 1 : last + 2;
  if (index < 0 || index > order.length) return undefined;
  return { kind: "moveSlides", slideIds: at.map((i) => order[i] ?? ""), index };
}
