import type { RequestHandler } from 'express';
import type { House } from '../house/house.ts';
import { forgetKeys, whoAsks } from './who.ts';

/** A screen forgets Steady Reel: its key ends here and there, and its browser deletes what it kept. */
export function forget(house: House): RequestHandler {
  return (_request, response) => {
    const { screen } = whoAsks(response);
    if (screen) {
      house.takeOff(screen.id);
      forgetKeys(response);
    }
    response.set('Clear-Site-Data', '"cache", "storage"').redirect(303, '/');
  };
}
