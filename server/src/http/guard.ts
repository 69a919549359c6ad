import { timingSafeEqual } from 'node:crypto';
import { isIP } from 'node:net';
import { hostname } from 'node:os';
import { setTimeout as pause } from 'node:timers/promises';
import type { NextFunction, Request, Response } from 'express';
import type { Logger } from 'pino';
import type { Settings } from '../settings.js';

const LOCAL_NAMES = ['127.0.0.1', 'localhost', '[::1]'];
const CHANGING = ['POST', 'PUT', 'PATCH', 'DELETE'];
/** The answer to a wrong token takes so long: a guess costs time. */
const WRONG_TOKEN_MILLISECONDS = 500;
/** While so many wrong tokens wait for their answer, none is looked at: guesses are never answered faster. */
const MOST_WAITING = 200;

/**
 * Refuses what another web page could send: a Host that is not this server's (DNS rebinding), and a change
 * whose Origin is another site. Where others can reach the server a token is asked for as well.
 */
export function requestGuard(settings: Settings, logger: Pick<Logger, 'warn'>) {
  let waiting = 0;
  return async (request: Request, response: Response, next: NextFunction): Promise<void> => {
    const refusal = refusalOf(request, settings, waiting >= MOST_WAITING);
    if (!refusal) return next();
    if (refusal.code === 'wrong-token') {
      logger.warn({ from: request.socket.remoteAddress }, 'wrong token');
      waiting += 1;
      await pause(WRONG_TOKEN_MILLISECONDS);
      waiting -= 1;
    }
    response
      .status(refusal.status)
      .set(refusal.status === 401 ? { 'WWW-Authenticate': 'Bearer' } : {})
      .type('application/problem+json')
      .send(JSON.stringify({ type: 'about:blank', title: 'Refused', ...refusal }));
  };
}

function refusalOf(request: Request, settings: Settings, flooded: boolean) {
  const host = request.headers.host ?? '';
  if (!answersFor(host, settings))
    return {
      status: 403,
      code: 'wrong-host',
      detail: `This server does not answer for the host “${host}”. If it is meant to, name it in RHIZOTOME_NAMES.`,
    };
  const origin = request.headers.origin;
  if (CHANGING.includes(request.method) && origin !== undefined && !sameSite(origin, host))
    return { status: 403, code: 'wrong-origin', detail: `A page of ${origin} may not change anything here.` };
  if (request.headers['sec-fetch-site'] === 'cross-site' && !isPage(request))
    return {
      status: 403,
      code: 'cross-site',
      detail: 'A page of another site gets nothing here but the page itself.',
    };
  if (settings.token === null || isPage(request)) return undefined;
  const given = request.headers.authorization;
  if (given === undefined)
    return { status: 401, code: 'token-needed', detail: 'Send the token as “Authorization: Bearer …”.' };
  if (flooded)
    return {
      status: 429,
      code: 'too-many-wrong-tokens',
      detail:
        'Many wrong tokens are being sent to this server. No token is looked at for a moment; try again.',
    };
  return isToken(given, settings.token)
    ? undefined
    : { status: 401, code: 'wrong-token', detail: 'That is not the token of this server.' };
}

/** A name that an attacker's own DNS could lead here is none of these; a plain address is never looked up. */
function answersFor(host: string, { token, names }: Settings): boolean {
  const name = host.replace(/:\d+$/, '').toLowerCase();
  if (LOCAL_NAMES.includes(name)) return true;
  if (token === null) return false;
  if (isIP(name.replace(/^\[|\]$/g, '')) !== 0) return true;
  return [hostname(), ...names].some((own) => own.toLowerCase() === name);
}

/**
 * Whether only the page itself is asked for, which everybody may have: it holds no data. Everything else asks for the
 * token: what changes something, and whatever the router could take for the interface of programs, in any spelling.
 */
function isPage({ method, path }: Request): boolean {
  if (method !== 'GET' && method !== 'HEAD') return false;
  return PAGES.some((page) => page.test(path));
}

/** The page, what it is made of, the addresses that it answers for by itself, and the page on the interface. */
const PAGES = [
  /^\/$/,
  /^\/[\w-]+\.(?:html|svg|png|ico|txt)$/,
  /^\/assets\/[\w.-]+$/,
  /^\/machines\/[\w-]+(?:\/[\w-]+)?$/,
  /^\/api\/docs(?:\/[\w.-]*)?$/,
];

function sameSite(origin: string, host: string): boolean {
  try {
    return new URL(origin).host === host;
  } catch {
    return false;
  }
}

function isToken(given: string, token: string): boolean {
  const [sent, wanted] = [given.replace(/^Bearer /i, ''), token].map((text) => Buffer.from(text));
  return sent!.length === wanted!.length && timingSafeEqual(sent!, wanted!);
}
