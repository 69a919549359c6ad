import {
  BadRequestException,
  Catch,
  HttpException,
  type ArgumentsHost,
  type ExceptionFilter,
  type ValidationError,
} from '@nestjs/common';
import type { Response } from 'express';
import type { Logger } from 'pino';
import { storageFault } from '../storage/faults.js';

/** Problem details for HTTP, RFC 9457. `code` is stable; the rest of a problem's data stands beside it. */
export interface Problem {
  readonly status: number;
  readonly code: string;
  readonly title: string;
  readonly detail: string;
  readonly [extension: string]: unknown;
}

export class ProblemException extends HttpException {
  constructor(readonly problem: Problem) {
    super(problem, problem.status);
  }
}

export function notFound(what: string): ProblemException {
  return new ProblemException({
    status: 404,
    code: 'not-found',
    title: 'Not found',
    detail: `There is no such ${what}. It may have been deleted in another window.`,
  });
}

/** What class-validator found, as one problem naming each field. */
export function invalidRequest(errors: ValidationError[]): ProblemException {
  const fields = errors.flatMap((error) => fieldErrors(error, ''));
  return new ProblemException({
    status: 400,
    code: 'invalid-request',
    title: 'The request is not understood',
    detail: fields.map((f) => `${f.field}: ${f.message}`).join('; '),
    fields,
  });
}

function fieldErrors(error: ValidationError, prefix: string): { field: string; message: string }[] {
  const field = prefix === '' ? error.property : `${prefix}.${error.property}`;
  const own = Object.values(error.constraints ?? {}).map((message) => ({ field, message }));
  return [...own, ...(error.children ?? []).flatMap((child) => fieldErrors(child, field))];
}

/** The one place where errors become answers. What was not foreseen is logged whole and told without detail. */
@Catch()
export class ProblemFilter implements ExceptionFilter {
  constructor(private readonly logger: Pick<Logger, 'error'>) {}

  catch(error: unknown, host: ArgumentsHost): void {
    const problem = this.problemOf(error);
    const response = host.switchToHttp().getResponse<Response>();
    if (response.headersSent) return;
    response
      .status(problem.status)
      .type('application/problem+json')
      .send(JSON.stringify({ type: 'about:blank', ...problem }));
  }

  private problemOf(error: unknown): Problem {
    if (error instanceof ProblemException) return error.problem;
    if (error instanceof BadRequestException)
      return {
        status: 400,
        code: 'invalid-request',
        title: 'The request is not understood',
        detail: error.message,
      };
    if (error instanceof HttpException)
      return { status: error.getStatus(), code: 'http', title: error.name, detail: error.message };
    const status = (error as { status?: unknown; type?: unknown }).status;
    if (typeof status === 'number' && status >= 400 && status < 500)
      return {
        status,
        code: status === 413 ? 'too-large' : 'invalid-request',
        title: 'The request is not understood',
        detail: (error as Error).message,
      };
    this.logger.error({ err: error }, 'unforeseen error');
    const fault = storageFault(error);
    if (fault) return fault.problem;
    return {
      status: 500,
      code: 'internal',
      title: 'Something went wrong',
      detail: 'The server could not do this. What you typed is still in this window; try again.',
    };
  }
}
