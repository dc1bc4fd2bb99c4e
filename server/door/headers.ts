import { randomBytes } from 'node:crypto';
import type { RequestHandler } from 'express';
import { LOOPBACK_NAMES } from '../house/addresses.ts';

/** What pages use, and may: the screen stays awake, sound plays. Everything else a browser could offer is off. */
const PERMISSIONS = [
  'screen-wake-lock=(self)',
  'autoplay=(self)',
  'clipboard-write=(self)',
  ...['accelerometer', 'bluetooth', 'camera', 'display-capture', 'geolocation', 'gyroscope', 'hid', 'idle-detection', 'magnetometer'].map(
    (name) => `${name}=()`,
  ),
  ...['microphone', 'midi', 'payment', 'publickey-credentials-get', 'serial', 'usb', 'xr-spatial-tracking'].map((name) => `${name}=()`),
].join(', ');

/**
 * What every answer says: scripts run from here alone and by this answer's own mark, it is shown in no frame, it is what
 * it claims to be, and no other site learns where a link led from. `same-origin` and not `no-referrer`: with that, a
 * form without scripts would hide its origin from us too, over plain http without any other word of where it is from.
 */
export const headers: RequestHandler = (request, response, next) => {
  const nonce = randomBytes(18).toString('base64');
  response.locals['nonce'] = nonce;
  response.set({
    'Content-Security-Policy': policy(nonce),
    // A page that was taken off is not shown by Back; what may be kept says so itself.
    'Cache-Control': 'no-store',
    'X-Content-Type-Options': 'nosniff',
    'Referrer-Policy': 'same-origin',
    'X-Frame-Options': 'DENY',
    'Cross-Origin-Resource-Policy': 'same-origin',
    'Permissions-Policy': PERMISSIONS,
  });
  // Over plain http in the house browsers do not take it, and say so at every page.
  if (request.secure || LOOPBACK_NAMES.includes(request.hostname)) response.set('Cross-Origin-Opener-Policy', 'same-origin');
  next();
};

/** Styles may stand in the page, since positions and lengths do; no script may. */
function policy(nonce: string): string {
  return [
    "default-src 'none'",
    `script-src 'self' 'nonce-${nonce}'`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "media-src 'self' data:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    "manifest-src 'self'",
    "form-action 'self'",
    "base-uri 'none'",
    "frame-ancestors 'none'",
  ].join('; ');
}
