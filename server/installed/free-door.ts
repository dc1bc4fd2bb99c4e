import { createServer } from 'node:net';

/** Its own, the safe way and the plain one stand side by side. */
const DOORS = 3;
const TRIED = 30;

async function isFree(port: number): Promise<boolean> {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen({ port, host: '0.0.0.0', exclusive: true }, () => probe.close(() => resolve(true)));
  });
}

/** The first port from `from` up whose three doors are free: one that is taken is stepped over. Throws where none of thirty is. */
export async function freeDoor(from: number): Promise<number> {
  for (let port = from; port < from + TRIED * DOORS && port + DOORS - 1 < 65_536; port += DOORS) {
    const free = await Promise.all(Array.from({ length: DOORS }, (_, i) => isFree(port + i)));
    if (free.every(Boolean)) return port;
  }
  throw new Error(`No port from ${from} up is free. Name another: steady-reel start --port 8100`);
}
