import { timingSafeEqual } from 'node:crypto';
import type { NextFunction, Request, Response } from 'express';
import type { Settings } from '../settings.js';

const LOCAL_NAMES = ['127.0.0.1', 'localhost', '[::1]'];
const CHANGING = ['POST', 'PUT', 'PATCH', 'DELETE'];

/**
 * Refuses what another web page could send: a Host that is not this server's (DNS rebinding), and a change
 * whose Origin is another site. Beyond this machine a token is asked for as well.
 */
export function requestGuard(settings: Settings) {
  return (request: Request, response: Response, next: NextFunction): void => {
    const refusal = refusalOf(request, settings);
    if (!refusal) return next();
    response
      .status(refusal.status)
      .set(refusal.status === 401 ? { 'WWW-Authenticate': 'Bearer' } : {})
      .type('application/problem+json')
      .send(JSON.stringify({ type: 'about:blank', title: 'Refused', ...refusal }));
  };
}

function refusalOf(request: Request, settings: Settings) {
  const host = request.headers.host ?? '';
  const name = host.replace(/:\d+$/, '');
  if (settings.token === null && !LOCAL_NAMES.includes(name))
    return { status: 403, code: 'wrong-host', detail: `This server does not answer for the host “${host}”.` };
  const origin = request.headers.origin;
  if (CHANGING.includes(request.method) && origin !== undefined && !sameSite(origin, host))
    return { status: 403, code: 'wrong-origin', detail: `A page of ${origin} may not change anything here.` };
  if (settings.token !== null && !isPage(request) && !hasToken(request, settings.token))
    return { status: 401, code: 'token-needed', detail: 'Send the token as “Authorization: Bearer …”.' };
  return undefined;
}

/**
 * Whether only the page itself is asked for, which everybody may have: it holds no data. Everything else asks for the
 * token: what changes something, and whatever the router could take for the interface of programs, in any spelling.
 */
function isPage({ method, path }: Request): boolean {
  if (method !== 'GET' && method !== 'HEAD') return false;
  return PAGES.some((page) => page.test(path));
}

/** The page, what it is made of, and the addresses that it answers for by itself. */
const PAGES = [
  /^\/$/,
  /^\/[\w-]+\.(?:html|svg|png|ico|txt)$/,
  /^\/assets\/[\w.-]+$/,
  /^\/machines\/[\w-]+(?:\/[\w-]+)?$/,
];

function sameSite(origin: string, host: string): boolean {
  try {
    return new URL(origin).host === host;
  } catch {
    return false;
  }
}

function hasToken(request: Request, token: string): boolean {
  const given = Buffer.from((request.headers.authorization ?? '').replace(/^Bearer /, ''));
  const wanted = Buffer.from(token);
  return given.length === wanted.length && timingSafeEqual(given, wanted);
}
