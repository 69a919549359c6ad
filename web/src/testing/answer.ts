import { EXCHANGE, EXCHANGE_HEADER } from '@rhizotome/core';

/** What the server of a version answers, where the environment of a test has no `Response`. */
export function answerWith(status: number, body: unknown, version: string | null = EXCHANGE): Response {
  const text = () => Promise.resolve(JSON.stringify(body));
  return {
    ok: status < 400,
    status,
    headers: new Map(version === null ? [] : [[EXCHANGE_HEADER, version]]),
    json: () => text().then(JSON.parse),
    text,
  } as unknown as Response;
}
