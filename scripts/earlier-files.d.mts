export function keepEarlierFiles(build: string, aside: string): () => void;
