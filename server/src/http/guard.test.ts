import type { Request, Response } from 'express';
import { testSettings } from '../testing/settings.js';
import { requestGuard } from './guard.js';

const TOKEN = 'a-long-enough-secret';

/** What a request with a token is answered with; 0 where it may go on. */
function asker() {
  const settings = { ...testSettings('none'), host: '0.0.0.0', token: TOKEN };
  const guard = requestGuard(settings, { warn: () => undefined });
  return async (token: string): Promise<number> => {
    let status = 0;
    const headers = { host: 'localhost', authorization: `Bearer ${token}` };
    const request = { headers, method: 'GET', path: '/api/machines', socket: {} } as unknown as Request;
    const response = {
      status: (code: number) => ((status = code), response),
      set: () => response,
      type: () => response,
      send: () => response,
    };
    await guard(request, response as unknown as Response, () => undefined);
    return status;
  };
}

test('wrong tokens are answered no faster, however many wait; meanwhile no token is looked at', async () => {
  const ask = asker();
  const wrong = Array.from({ length: 260 }, (_, n) => ask(`wrong-${n}`));
  expect(await ask(TOKEN)).toBe(429);
  const codes = await Promise.all(wrong);
  expect(codes.filter((status) => status === 401)).toHaveLength(200);
  expect(codes.filter((status) => status === 429)).toHaveLength(60);
  expect(await ask(TOKEN)).toBe(0);
});
