/** A short id from a kit's name that is not taken yet: “Kiln Lane, two baths” → `kiln-lane-two-baths`, then `…-2`. */
export function kitIdFor(name: string, taken: (id: string) => boolean): string {
  const words = name
    .normalize('NFD')
    .toLowerCase()
    .match(/[a-z0-9]+/g);
  const base = (words ?? ['kit']).join('-').slice(0, 100);
  for (let n = 1; ; n++) {
    const id = n === 1 ? base : `${base}-${n}`;
    if (!taken(id)) return id;
  }
}
