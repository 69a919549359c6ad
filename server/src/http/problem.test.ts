import type { ArgumentsHost } from '@nestjs/common';
import { ProblemFilter } from './problem.js';

/** What the filter answers to an error, and what it logs. */
function answered(error: unknown, headersSent = false) {
  const logged: unknown[] = [];
  const sent: { status?: number; type?: string; body?: unknown } = {};
  const say = (more: Partial<typeof sent>) => {
    Object.assign(sent, more);
    return response;
  };
  const response: Record<'status' | 'type' | 'send', unknown> & { headersSent: boolean } = {
    headersSent,
    status: (status: number) => say({ status }),
    type: (type: string) => say({ type }),
    send: (body: string) => say({ body: JSON.parse(body) as unknown }),
  };
  const host = { switchToHttp: () => ({ getResponse: () => response }) } as unknown as ArgumentsHost;
  new ProblemFilter({ error: (what: unknown) => logged.push(what) }).catch(error, host);
  return { ...sent, logged };
}

const withStatus = (status: number) => Object.assign(new Error('cut off'), { status });

test.each([
  [400, 400, 'invalid-request'],
  [413, 413, 'too-large'],
  [499, 499, 'invalid-request'],
  [399, 500, 'internal'],
  [500, 500, 'internal'],
])('an error that says %d is answered with %d, %s', (said, status, code) => {
  const { type, body, logged, ...answer } = answered(withStatus(said));
  expect([answer.status, type]).toEqual([status, 'application/problem+json']);
  expect(body).toMatchObject({ type: 'about:blank', status, code });
  expect(logged).toHaveLength(status === 500 ? 1 : 0);
});

test.each([new Error('secret path'), 'text', { status: '404' }])(
  'what was not foreseen is logged, and told without detail: %p',
  (error) => {
    const { body, logged } = answered(error);
    expect(body).toMatchObject({ code: 'internal' });
    expect(JSON.stringify(body)).not.toContain('secret');
    expect(logged).toEqual([{ err: error }]);
  },
);

test('an answer under way is not begun again', () =>
  expect(answered(withStatus(400), true)).toEqual({ logged: [] }));
