/** A number with its word: "1 piece", "2 pieces". */
export const counted = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;
