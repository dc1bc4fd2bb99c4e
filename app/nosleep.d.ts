declare module 'nosleep.js' {
  export default class NoSleep {
    enable(): Promise<unknown>;
    disable(): void;
  }
}
