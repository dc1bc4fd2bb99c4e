declare module 'nosleep.js' {
  export default class NoSleep {
    enable(): Promise<unknown>;
    disable(): void;
    /** Absent where the browser has a lock of its own. */
    readonly noSleepVideo?: HTMLVideoElement;
  }
}
