export function dieOf(seed: number): () => number;
