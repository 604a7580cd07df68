/** A number with what it counts: "1 slide", "3 slides". */
export const plural = (n: number, one: string, many = `${one}s`) => `${n} ${n === 1 ? one : many}`;
