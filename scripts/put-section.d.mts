export function putSection(heading: string, body: string): void;
