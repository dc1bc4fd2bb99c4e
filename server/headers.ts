import type { RequestHandler } from 'express';

/** What every answer says: it is what it claims to be, it is shown in no frame, and nobody learns where a link led from. */
export const headers: RequestHandler = (_request, response, next) => {
  response.set({ 'X-Content-Type-Options': 'nosniff', 'Referrer-Policy': 'no-referrer', 'X-Frame-Options': 'DENY' });
  next();
};
