export function ending<Values extends unknown[], Result>(
  work: (...values: Values) => Result,
  limitMs?: number,
): (...values: Values) => Result | Promise<Awaited<Result>>;
export default function limitEveryTest(): void;
