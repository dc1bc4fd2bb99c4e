import { lazy, type ComponentType } from 'react';

/** What Chromium, Firefox and WebKit say of a file that they could not get. */
const NOT_FETCHED = /dynamically imported module|module script/i;
const AGAIN_MS = [500, 1000, 2000, 4000, 8000];

/**
 * A file that comes on demand. A part of it that is shown once the file is here stands at once: `lazy` alone would leave
 * its place empty for a moment every first time, and what is typed in that moment would be lost. Where the network is
 * gone it is asked for again until it comes: a run is not stopped by a file.
 */
export function onDemand<Module>(load: () => Promise<Module>) {
  let here: Module | null = null;
  const fetch = async (): Promise<Module> => {
    for (let tries = 0; ; tries++)
      try {
        return (here ??= await load());
      } catch (error) {
        // Anything else is a fault of ours, and asked for again it would be the same.
        if (!(error instanceof TypeError && NOT_FETCHED.test(error.message))) throw error;
        await new Promise((resolve) => setTimeout(resolve, AGAIN_MS[Math.min(tries, AGAIN_MS.length - 1)]));
      }
  };
  const part = <Props extends object>(pick: (module: Module) => ComponentType<Props>) =>
    lazy(() => {
      const picked = (module: Module) => ({ default: pick(module) });
      return here ? (already(picked(here)) as Promise<{ default: ComponentType<Props> }>) : fetch().then(picked);
    });
  return { fetch, part };
}

/** A promise that says what it holds as soon as it is asked. */
function already<Value>(value: Value): PromiseLike<Value> {
  return {
    then: (say) => already(say ? say(value) : value) as never,
  };
}
