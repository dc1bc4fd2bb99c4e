import { hostname, networkInterfaces } from 'node:os';

/** Addresses of this machine in the house, the likeliest first: those of private networks before all others. */
export function houseAddresses(interfaces = networkInterfaces()): string[] {
  const found = Object.values(interfaces)
    .flatMap((each) => each ?? [])
    .filter(({ internal, family }) => !internal && family === 'IPv4')
    .map(({ address }) => address);
  return [...new Set(found)].sort((a, b) => Number(isPrivate(b)) - Number(isPrivate(a)));
}

function isPrivate(address: string): boolean {
  return /^(10\.|192\.168\.|172\.(1[6-9]|2\d|3[01])\.|169\.254\.|127\.)/.test(address);
}

/** Names by which this machine itself is reached, whatever the network. */
export const LOOPBACK_NAMES: readonly string[] = ['localhost', '127.0.0.1', '[::1]'];

/** Names that STEADY_REEL_HOSTS adds at every door, such as one of a hosts file. */
function addedNames(): string[] {
  return (process.env['STEADY_REEL_HOSTS'] ?? '')
    .toLowerCase()
    .split(/[\s,]+/)
    .filter(Boolean);
}

export function ownNames(): string[] {
  return [...LOOPBACK_NAMES, ...addedNames()];
}

/** Names by which the house may ask for it: its addresses and its own name besides. */
export function houseNames(): string[] {
  const own = hostname().toLowerCase();
  return [...ownNames(), ...houseAddresses(), own, `${own}.local`];
}
