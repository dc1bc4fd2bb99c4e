import type { RequestListener, Server } from 'node:http';
import { createServer } from 'node:http';
import type { Socket } from 'node:net';
import { Server as TlsServer } from 'node:tls';
import { createServer as createSecureServer, type Server as SecureServer } from 'node:https';
import type { HouseDoors } from './house.ts';

/** More open connections than a household has screens for; further ones are closed at once and cost nothing. */
const MOST_CONNECTIONS = 300;
/** Of those that are not known, from one address in the house: one machine cannot take the phone's place. */
const MOST_OF_ONE_ADDRESS = 64;
/** And from all addresses together. */
const MOST_GUESTS = 200;
/** A half-sent request holds its place this long. A scan of 200 MB over a house's wireless takes minutes. */
const REQUEST_WITHIN_MS = 600_000;
const HEADERS_WITHIN_MS = 20_000;

/** What every listener of ours has, whoever it is for. */
export function withLimits<S extends Server | SecureServer>(server: S): S {
  server.requestTimeout = REQUEST_WITHIN_MS;
  server.headersTimeout = HEADERS_WITHIN_MS;
  server.maxConnections = MOST_CONNECTIONS;
  server.maxHeadersCount = 100;
  // What is no HTTP at all, or breaks off, is answered in one line or not; it ends nothing.
  server.on('clientError', (error: NodeJS.ErrnoException, socket) => {
    if (!socket.writable || error.code === 'ECONNRESET') return void socket.destroy();
    const status = error.code === 'HPE_HEADER_OVERFLOW' ? '431 Request Header Fields Too Large' : '400 Bad Request';
    socket.end(`HTTP/1.1 ${status}\r\nConnection: close\r\nContent-Length: 0\r\n\r\n`);
  });
  return server;
}

interface Guest {
  readonly socket: Socket;
  readonly from: string;
}

/** Said by a connection once a screen that is known has asked over it. */
export const KNOWN = 'known-screen';
const nameOf = (socket: Socket) => `${socket.remoteAddress ?? ''} ${socket.remotePort ?? ''}`;

/**
 * Connections of which nothing is known yet, the oldest first. However many come from however many addresses, the newest has
 * a place, and the oldest makes it: a phone that is known says so with its first request, and is no guest any more.
 */
class Guests {
  private readonly open = new Map<string, Guest>();

  receive(socket: Socket): void {
    const [name, from] = [nameOf(socket), socket.remoteAddress ?? ''];
    const sameFrom = [...this.open.values()].filter((guest) => guest.from === from).length;
    if (sameFrom >= MOST_OF_ONE_ADDRESS) return void socket.destroy();
    const [oldest] = this.open.values();
    if (oldest && this.open.size >= MOST_GUESTS) {
      this.know(oldest.socket);
      oldest.socket.destroy();
    }
    this.open.set(name, { socket, from });
    socket.once('close', () => this.open.delete(name));
  }

  /** No guest any more. */
  know(socket: Socket): void {
    this.open.delete(nameOf(socket));
  }
}

/** Keeps a place for whoever comes newly, at a door of either kind. */
function withGuests<S extends Server | SecureServer>(server: S, guests: Guests): S {
  server.maxConnections = Infinity;
  server.on('connection', (socket: Socket) => guests.receive(socket));
  // Over TLS requests come by a socket that lies upon the one that was opened, between the same two addresses.
  server.on(server instanceof TlsServer ? 'secureConnection' : 'connection', (socket: Socket) =>
    socket.once(KNOWN, () => guests.know(socket)),
  );
  return server;
}

/** The two listeners of the house on all its addresses: TLS on the port after this machine's own, plain http on the next. */
export function houseListeners(after: number, app: () => RequestListener): HouseDoors {
  const guests = new Guests();
  let open: { readonly plain: Server; readonly secure: SecureServer } | null = null;
  return {
    async open(certified) {
      const secure = withGuests(
        withLimits(
          createSecureServer(
            { cert: certified.cert, key: certified.key, minVersion: 'TLSv1.2', handshakeTimeout: HEADERS_WITHIN_MS },
            app(),
          ),
        ),
        guests,
      );
      const plain = withGuests(withLimits(createServer(app())), guests);
      const securePort = await listenFrom(secure, after + 1);
      open = { plain, secure };
      return { secure: securePort, plain: await listenFrom(plain, securePort + 1) };
    },
    renew: (certified) => open?.secure.setSecureContext({ cert: certified.cert, key: certified.key, minVersion: 'TLSv1.2' }),
    async close() {
      const closing = Object.values(open ?? {}).map(
        (server: Server | SecureServer) =>
          new Promise<void>((resolve) => {
            server.close(() => resolve());
            server.closeAllConnections();
          }),
      );
      open = null;
      await Promise.all(closing);
    },
  };
}

/** Ports tried after the first: another Steady Reel may be open to the same house. */
const TRIES = 20;

async function listenFrom(server: Server | SecureServer, first: number): Promise<number> {
  for (let port = first; ; port++) {
    const error = await new Promise<NodeJS.ErrnoException | null>((resolve) => {
      server.once('error', resolve);
      server.listen(port, '0.0.0.0', () => {
        server.removeListener('error', resolve);
        resolve(null);
      });
    });
    if (!error) return port;
    if (error.code !== 'EADDRINUSE' || port >= first + TRIES) throw error;
  }
}
