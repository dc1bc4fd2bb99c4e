import '@fontsource/atkinson-hyperlegible-next/400.css';
import '@fontsource/atkinson-hyperlegible-next/600.css';
import '@fontsource/atkinson-hyperlegible-next/700.css';
import '@fontsource/atkinson-hyperlegible-mono/400.css';
import '@fontsource/atkinson-hyperlegible-mono/600.css';
import { useEffect, type ReactNode } from 'react';
import { Links, Meta, Outlet, Scripts, ScrollRestoration, useRevalidator } from 'react-router';
import type { Route } from './+types/root.ts';
import './app.css';
import { personsZone, storedUnits } from './server/settings.server.ts';
import { WhatWentWrong } from './ui/what-went-wrong.tsx';

export function loader() {
  return { units: storedUnits(), zone: personsZone() };
}

export { staysForALook as shouldRevalidate } from './ui/screen/looks.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Steady Reel' }];

export function Layout({ children }: { readonly children: ReactNode }) {
  return (
    <html lang="en-GB">
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1, viewport-fit=cover" />
        <meta name="theme-color" content="#0f3d42" />
        <link rel="icon" href="/icon.svg" type="image/svg+xml" />
        <link rel="apple-touch-icon" href="/icon-192.png" />
        <link rel="manifest" href="/manifest.webmanifest" />
        <Meta />
        <Links />
      </head>
      <body>
        {children}
        <ScrollRestoration />
        <Scripts />
      </body>
    </html>
  );
}

/** One person, one zone: the browser tells its own once, and the pages that were made in another are made again. */
function useZone(known: string): void {
  const { revalidate } = useRevalidator();
  useEffect(() => {
    const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
    if (!zone || zone === known) return;
    void fetch('/zone', { method: 'POST', body: new URLSearchParams({ zone }) })
      .then(async (answer) => {
        const { zone: now } = (await answer.json()) as { zone?: unknown };
        if (answer.ok && now !== known) await revalidate();
      })
      .catch(() => {
        // Without the server the page keeps the zone it was made in.
      });
  }, [known, revalidate]);
}

export default function Root({ loaderData }: Route.ComponentProps) {
  // Tests wait for this; people never see it.
  useEffect(() => document.documentElement.setAttribute('data-alive', ''), []);
  useZone(loaderData.zone);
  return <Outlet />;
}

/** What goes wrong outside the frame, at the Bench or with the frame itself. */
export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  return (
    <main className="mx-auto max-w-xl px-6 py-10">
      <WhatWentWrong error={error} />
    </main>
  );
}
