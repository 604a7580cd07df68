/** A number with its noun: "1 slide", "3 slides". */
export const plural = (n: number, one: string, many = `${one}s`) => `${n} ${n === 1 ? one : many}`;
