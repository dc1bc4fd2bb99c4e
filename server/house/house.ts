import { randomInt } from 'node:crypto';
import { existsSync, mkdirSync, rmSync } from 'node:fs';
import { hostname } from 'node:os';
import { join } from 'node:path';
import type { HouseForPages, HouseLook } from '../../app/server/house.ts';
import { houseAddresses, houseNames } from './addresses.ts';
import { Authority, mayVouchFor, type Certified } from './authority.ts';
import { invite, isOpen, MOST_WRONG, tryNumber, type Invitation, type Role, type Tried } from './invitation.ts';
import { Screens, type Way } from './screens.ts';
import { writePrivately } from './write-privately.ts';

/** Addresses at which the house reaches this machine, by how. */
export interface Doors {
  readonly plain: readonly string[];
  readonly secure: readonly string[];
}

/** The two listeners that the house comes in by; made by the server, opened and closed by the house. */
export interface HouseDoors {
  /** Opens both. Returns the ports; throws where it cannot listen. */
  open(certified: Certified): Promise<{ readonly plain: number; readonly secure: number }>;
  renew(certified: Certified): void;
  close(): Promise<void>;
}

const LOOK_AGAIN_MS = 6 * 3600 * 1000;

/**
 * Who may come in, and by which door. Everything of it lies in a folder of its own beside the book: keys, the authority,
 * the screens that are known, and whether the house is open, which outlasts a restart in the middle of an evening.
 */
export class House implements HouseForPages {
  readonly screens: Screens;
  private readonly authority: Authority;
  private invitation: Invitation | null = null;
  private ports: { readonly plain: number; readonly secure: number } | null = null;
  private opening: Promise<void> | null = null;
  private readonly renewal: NodeJS.Timeout;

  constructor(
    private readonly folder: string,
    private readonly listeners: HouseDoors,
    private readonly endStreamsOf: (screenId: string) => void,
    private readonly nowMs: () => number = Date.now,
  ) {
    try {
      mkdirSync(folder, { recursive: true, mode: 0o700 });
    } catch {
      // A disk that cannot be written is said by the book's own rules; the laptop itself goes on.
    }
    this.screens = new Screens(join(folder, 'screens.db'));
    this.authority = new Authority(folder, nowMs);
    // A laptop that is left on for months, or moved to another network, gets its certificate anew.
    this.renewal = setInterval(() => void this.renew().catch(() => {}), LOOK_AGAIN_MS);
    this.renewal.unref();
  }

  /** Whether the house was open when the server ended. */
  wasOpen(): boolean {
    return existsSync(this.openMark());
  }

  async open(): Promise<void> {
    if (this.ports) return this.renew();
    this.opening ??= (async () => {
      this.ports = await this.listeners.open(await this.authority.certificateFor(certifiable()));
      writePrivately(this.openMark(), '');
    })().finally(() => (this.opening = null));
    return this.opening;
  }

  async close(): Promise<void> {
    this.invitation = null;
    rmSync(this.openMark(), { force: true });
    await this.listeners.close();
    this.ports = null;
  }

  /** The server ends; the house is open again when it comes back. */
  async end(): Promise<void> {
    clearInterval(this.renewal);
    await this.listeners.close();
    this.screens.close();
  }

  async letIn(role: Role): Promise<string | null> {
    try {
      await this.open();
    } catch (error) {
      return `The network could not be opened: ${error instanceof Error ? error.message : String(error)}`;
    }
    this.invitation = invite(role, this.nowMs(), randomInt);
    return null;
  }

  withdrawNumber(): void {
    this.invitation = null;
  }

  /** A number typed by a stranger, or by the screen `movingId` on its way from plain to safe; the key where it was the right one. */
  tryNumber(typed: string, name: string, way: Way, movingId: string | null = null): { readonly tried: Tried; readonly key: string | null } {
    const { tried, after } = tryNumber(this.invitation, typed, this.nowMs());
    this.invitation = after;
    if (tried.kind !== 'in') return { tried, key: null };
    if (movingId === null) return { tried, key: this.screens.letIn(name, tried.role, way, this.nowMs()).key };
    this.endStreamsOf(movingId);
    return { tried, key: this.screens.move(movingId, name, tried.role) };
  }

  takeOff(screenId: string): void {
    this.screens.takeOff(screenId, this.nowMs());
    this.endStreamsOf(screenId);
  }

  rename(screenId: string, name: string): void {
    this.screens.rename(screenId, name);
  }

  authorityCertificate(): string | null {
    return this.authority.certificate();
  }

  doors(): Doors | null {
    if (!this.ports) return null;
    const { plain, secure } = this.ports;
    const addresses = houseAddresses();
    const shown = addresses.length > 0 ? addresses : ['127.0.0.1'];
    // Outside a home's own networks the authority vouches for nothing; the machine's name in the house still serves.
    const vouched = [...shown.filter(mayVouchFor), `${hostname().toLowerCase()}.local`];
    return { plain: shown.map((at) => `http://${at}:${plain}/`), secure: vouched.map((at) => `https://${at}:${secure}/`) };
  }

  look(): HouseLook {
    const now = this.nowMs();
    const { invitation } = this;
    const open = isOpen(invitation, now) ? invitation : null;
    return {
      open: this.ports !== null,
      plain: this.doors()?.plain ?? [],
      secure: this.doors()?.secure ?? [],
      number: open && { digits: open.digits, role: open.role, untilMs: open.untilMs, wrong: open.wrong },
      stopped: (invitation?.wrong ?? 0) >= MOST_WRONG,
      authority: this.authority.look(),
      screens: this.screens.list(),
    };
  }

  private async renew(): Promise<void> {
    if (this.ports) this.listeners.renew(await this.authority.certificateFor(certifiable()));
  }

  private openMark(): string {
    return join(this.folder, 'open');
  }
}

/** The names a phone may ask by, without brackets and ports. */
const certifiable = () => houseNames().filter((name) => !name.startsWith('['));
