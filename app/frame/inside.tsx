import { Outlet } from 'react-router';
import { WhatWentWrong } from '../ui/what-went-wrong.tsx';
import type { Route } from './+types/inside.ts';

/** What stands in the frame: the page, or what went wrong with it, with every way on beside it. */
export default function Inside() {
  return <Outlet />;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  return <WhatWentWrong error={error} />;
}
