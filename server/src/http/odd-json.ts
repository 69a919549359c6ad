import type { NextFunction, Request, Response } from 'express';

/** The deepest document of ours (batches in a batch, of a plan with volumes) is 12 levels deep. */
const DEEPEST = 50;

/**
 * Refuses JSON that could not be a document of ours, before anything walks it: nested deeper than any, or with
 * integers that JavaScript cannot hold exactly.
 */
export function refuseOddJson(request: Request, response: Response, next: NextFunction): void {
  const fault = request.body instanceof Uint8Array ? undefined : oddityIn(request.body);
  if (fault === undefined) return next();
  response
    .status(400)
    .type('application/problem+json')
    .send(
      JSON.stringify({
        type: 'about:blank',
        status: 400,
        code: 'invalid-request',
        title: 'The request is not understood',
        detail: fault,
      }),
    );
}

function oddityIn(body: unknown): string | undefined {
  const waiting: { readonly value: unknown; readonly depth: number }[] = [{ value: body, depth: 0 }];
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { value, depth } = next;
    if (depth > DEEPEST) return `The JSON is nested deeper than ${DEEPEST} levels.`;
    if (typeof value === 'number' && Number.isInteger(value) && !Number.isSafeInteger(value))
      return `The number ${value} is too large to be exact.`;
    if (typeof value === 'number' && !Number.isFinite(value)) return 'A number is too large.';
    if (typeof value !== 'object' || value === null) continue;
    for (const inner of Object.values(value)) waiting.push({ value: inner, depth: depth + 1 });
  }
  return undefined;
}
