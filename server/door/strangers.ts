import type { RequestHandler, Response } from 'express';
import { object, string, ValidationError } from 'yup';
import type { House } from '../house/house.ts';
import type { Tried } from '../house/invitation.ts';
import { askingPage } from './asking-page.ts';
import { isMachine } from './machines.ts';
import { giveKey, movingScreen, wayOf, whoAsks } from './who.ts';

const NUMBER = 'Four digits, as the laptop shows them.';
const typed = object({
  number: string()
    .transform((text: string) => text.replace(/\s/g, ''))
    .required(NUMBER)
    .matches(/^\d{4}$/, NUMBER),
  name: string().trim().required('A name by which you know this screen.').max(40, 'At most 40 characters.'),
});
const DEFAULT_NAME = 'phone at the sink';

/** Whoever is not known sees one page with nothing on it, wherever they ask; a number typed there lets the screen in. */
export function strangers(house: House): RequestHandler {
  return (request, response, next) => {
    // The authority vouches for this machine and is no secret; a phone fetches it before it is known.
    if (request.method === 'GET' && request.path === '/authority.crt') return sendAuthority(house, response);
    if (isMachine(request)) return next();
    if (whoAsks(response).kind !== 'stranger') return request.path === '/pair' ? response.redirect(303, '/screen') : next();
    // What a stranger sends after this is not read.
    if (request.method !== 'GET' && request.path !== '/pair') response.set('Connection', 'close');
    const moving = movingScreen(request, house.screens, Date.now());
    const page = (status: number, said = '', name = moving?.name ?? DEFAULT_NAME) =>
      void response
        .status(status)
        .type('html')
        .send(
          askingPage({
            said,
            name,
            moving: moving !== null,
            secure: request.secure,
            path: request.path === '/pair' ? '/' : request.originalUrl,
            house: house.doors(),
            nonce: String(response.locals['nonce']),
          }),
        );
    if (request.method === 'POST' && request.path === '/pair') return comeIn(house, moving?.id ?? null, request, response, page);
    // A Bench that was taken off says so, and keeps what it has.
    if (request.get('content-type')?.includes('json')) return void response.status(401).json({ message: NOT_KNOWN });
    if (request.method !== 'GET' && request.method !== 'HEAD') return void response.status(401).type('text/plain').send(NOT_KNOWN);
    if (!request.accepts(['json', 'html']) || request.get('accept')?.includes('text/event-stream') || request.path.endsWith('.data'))
      return void response.status(401).type('text/plain').send(NOT_KNOWN);
    return page(401);
  };
}

const NOT_KNOWN = 'This screen is not known here. Open the address in a browser and type the number that the laptop shows.';

function comeIn(
  house: House,
  movingId: string | null,
  request: Parameters<RequestHandler>[0],
  response: Response,
  page: (status: number, said?: string, name?: string) => void,
): void {
  const body = (request.body ?? {}) as Record<string, unknown>;
  const name = typeof body['name'] === 'string' ? body['name'].slice(0, 200) : DEFAULT_NAME;
  let asked;
  try {
    asked = typed.validateSync(body, { stripUnknown: true });
  } catch (error) {
    return page(422, error instanceof ValidationError ? error.message : NUMBER, name);
  }
  const { tried, key } = house.tryNumber(asked.number, asked.name, wayOf(request), movingId);
  if (key === null) return page(tried.kind === 'wrong' || tried.kind === 'none' ? 403 : 429, inWords(tried), name);
  giveKey(response, key, wayOf(request));
  response.redirect(303, '/screen');
}

function inWords(tried: Tried): string {
  const seconds = (ms: number) => `${Math.ceil(ms / 1000)} s`;
  switch (tried.kind) {
    case 'wrong':
      return `That is not the number. Wait ${seconds(tried.waitMs)}, then try again: ${tried.left} ${tried.left === 1 ? 'try' : 'tries'} left.`;
    case 'wait':
      return `Too soon after a wrong number: that one was not looked at. Wait ${seconds(tried.waitMs)}.`;
    case 'stopped':
      return 'Too many wrong numbers, so this number ends. Make a new one at the laptop.';
    case 'none':
      return 'No number is waiting. Press “Phone” at the laptop and type the number that it shows.';
    case 'in':
      return '';
  }
}

function sendAuthority(house: House, response: Response): void {
  const certificate = house.authorityCertificate();
  if (!certificate) return void response.status(404).type('text/plain').send('There is no certificate yet.');
  response
    .set('Content-Disposition', 'attachment; filename="steady-reel-authority.crt"')
    .type('application/x-x509-ca-cert')
    .send(certificate);
}
