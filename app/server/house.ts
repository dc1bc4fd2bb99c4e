/** What the pages know of who may come in. The server's door carries it out (server/house); pages only ask and press. */
export interface HouseForPages {
  look(): HouseLook;
  /** Opens the network of the house if it is closed, and makes a number for one screen. Returns why not, or null. */
  letIn(role: 'book' | 'bench'): Promise<string | null>;
  /** The number is no number any more. */
  withdrawNumber(): void;
  /** Screens that were let in stay known; none reaches this machine until it is opened again. */
  close(): Promise<void>;
  takeOff(screenId: string): void;
  rename(screenId: string, name: string): void;
}

export interface HouseLook {
  readonly open: boolean;
  /** Addresses to open on another screen; the first is the likeliest. */
  readonly plain: readonly string[];
  readonly secure: readonly string[];
  readonly number: { readonly digits: string; readonly role: 'book' | 'bench'; readonly untilMs: number; readonly wrong: number } | null;
  /** A number ended by too many wrong ones. */
  readonly stopped: boolean;
  readonly authority: { readonly fingerprint: string; readonly untilMs: number } | null;
  readonly screens: readonly ScreenLook[];
}

export interface ScreenLook {
  readonly id: string;
  readonly name: string;
  readonly role: 'book' | 'bench';
  readonly letInAtMs: number;
  readonly seenAtMs: number;
  readonly secure: boolean;
}

/** Who asks for a page: whoever sits at the laptop, or a screen that was let in. */
export interface Asker {
  readonly kind: 'owner' | 'screen' | 'stranger';
  readonly screen: ScreenLook | null;
}

/** The folder of what belongs to this machine and not to the book: beside the file, under its name. */
export function houseFolder(file: string): string {
  return `${file.replace(/\.db$/, '')}.house`;
}

declare module 'react-router' {
  interface AppLoadContext {
    /** The mark of this answer's own scripts. Absent under the development server. */
    readonly nonce?: string;
    readonly who?: Asker;
    readonly house?: HouseForPages;
  }
}
