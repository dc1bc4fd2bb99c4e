import express, { type RequestHandler } from 'express';
import { mkdtempSync } from 'node:fs';
import { createServer, request as plainRequest, type IncomingHttpHeaders, type Server } from 'node:http';
import { request as secureRequest } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { House } from '../house/house.ts';
import { houseListeners, withLimits } from '../house/listeners.ts';
import { doorApp } from './door.ts';
import { OpenStreams } from './open-streams.ts';

export interface Answered {
  readonly status: number;
  readonly text: string;
  readonly headers: IncomingHttpHeaders;
}
export type Door = 'own' | 'plain' | 'secure';
interface Asked {
  readonly method?: string;
  readonly headers?: Readonly<Record<string, string>>;
  readonly body?: string;
}

/**
 * For tests: the doors of a house, with behind them a page that writes down who reached it, and streams that stay open.
 * Requests are made raw, so that they can say what no browser would.
 */
export class AHouse {
  readonly reached: string[] = [];
  readonly folder = mkdtempSync(join(tmpdir(), 'steady-reel-house-'));
  readonly streams = new OpenStreams();
  nowMs = Date.now();
  house!: House;
  private own!: Server;
  readonly ports: Record<Door, number> = { own: 0, plain: 0, secure: 0 };

  /** Tests ask more in a second than a stranger may in a minute; one of them asks as a stranger does. */
  async open(mostOfAStranger: number | undefined = 1e6): Promise<void> {
    const pages: RequestHandler[] = [
      (asked, response, next) => {
        if (!asked.path.endsWith('/stream')) return next();
        this.reached.push(`${asked.method} ${asked.path}`);
        response.type('text/event-stream');
        response.write('data: poured\n\n');
      },
      express.text({ type: () => true, limit: '300mb' }),
      (asked, response) => {
        this.reached.push(`${asked.method} ${asked.path}`);
        response.send('the book');
      },
    ];
    const behind = () => ({ house: this.house, streams: this.streams, pages, mostOfAStranger });
    const port = 20_000 + (process.pid % 20_000);
    const listeners = houseListeners(port, () => doorApp('house', behind()));
    this.house = new House(
      join(this.folder, 'book.house'),
      listeners,
      (id) => this.streams.endThoseOf(id),
      () => this.nowMs,
    );
    this.own = withLimits(createServer(doorApp('own', behind())));
    await new Promise<void>((resolve) => this.own.listen(0, '127.0.0.1', resolve));
    this.ports.own = (this.own.address() as AddressInfo).port;
    await this.house.open();
    const look = this.house.look();
    this.ports.plain = Number(new URL(look.plain[0] ?? '').port);
    this.ports.secure = Number(new URL(look.secure[0] ?? '').port);
  }

  async close(): Promise<void> {
    this.own.closeAllConnections();
    this.own.close();
    await this.house.end();
  }

  hostOf(door: Door): string {
    return `127.0.0.1:${this.ports[door]}`;
  }

  originOf(door: Door): string {
    return `${door === 'secure' ? 'https' : 'http'}://${this.hostOf(door)}`;
  }

  /** A request at a door. `until` is how much of the answer is wanted before it is cut: a stream never ends. */
  ask(door: Door, path: string, { method = 'GET', headers = {}, body = '' }: Asked = {}, until?: number): Promise<Answered> {
    const make = door === 'secure' ? secureRequest : plainRequest;
    const trusted = door === 'secure' ? { ca: this.house.authorityCertificate() ?? '' } : {};
    return new Promise((resolve, reject) => {
      const asked = make(
        {
          host: '127.0.0.1',
          port: this.ports[door],
          path,
          method,
          headers,
          ...trusted,
          agent: false,
          setHost: headers['Host'] === undefined,
        },
        (answer) => {
          let text = '';
          const done = () => resolve({ status: answer.statusCode ?? 0, text, headers: answer.headers });
          answer.setEncoding('utf8');
          answer.on('data', (part: string) => {
            text += part;
            if (until === undefined || text.length < until) return;
            done();
            asked.destroy();
          });
          answer.on('end', done);
          answer.on('error', done);
        },
      );
      asked.on('error', (error) => (asked.destroyed && until !== undefined ? undefined : reject(error)));
      asked.end(body);
    });
  }

  /** A form sent by a page of this very door. */
  async post(
    door: Door,
    path: string,
    form: Readonly<Record<string, string>>,
    headers: Readonly<Record<string, string>> = {},
  ): Promise<Answered> {
    const body = new URLSearchParams(form).toString();
    return this.ask(door, path, {
      method: 'POST',
      body,
      headers: {
        'Content-Type': 'application/x-www-form-urlencoded',
        'Content-Length': String(Buffer.byteLength(body)),
        Origin: this.originOf(door),
        ...headers,
      },
    });
  }

  /** Lets a screen in by its number, as a phone does. Returns the cookie it was given. */
  async letIn(door: 'plain' | 'secure', role: 'book' | 'bench', name = 'phone at the sink'): Promise<string> {
    const refusal = await this.house.letIn(role);
    const number = this.house.look().number?.digits ?? '';
    const answer = await this.post(door, '/pair', { number, name });
    if (refusal !== null || answer.status !== 303) throw new Error(`not let in: ${refusal} ${answer.status} ${answer.text}`);
    return cookieOf(answer);
  }
}

/** What a browser would send back of an answer's cookies. */
export function cookieOf({ headers }: Answered): string {
  return (headers['set-cookie'] ?? []).map((cookie) => cookie.split(';')[0]).join('; ');
}
