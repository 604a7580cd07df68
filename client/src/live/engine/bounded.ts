/** Appends to a list that keeps only its last entries. */
export function addBounded<T>(list: T[], entry: T, most: number) {
  list.push(entry);
  if (list.length > most) list.splice(0, list.length - most);
}
