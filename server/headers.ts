import type { RequestHandler } from 'express';

/** What every answer says: it is what it claims to be, it is shown in no frame, and no other site learns where a link led from. */
export const headers: RequestHandler = (_request, response, next) => {
  response.set({ 'X-Content-Type-Options': 'nosniff', 'Referrer-Policy': 'same-origin', 'X-Frame-Options': 'DENY' });
  next();
};
