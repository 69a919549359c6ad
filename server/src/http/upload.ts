import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { NextFunction, Request, Response } from 'express';

/** A body that was put into a file, in a folder of its own, which goes with the answer. */
export class Upload {
  constructor(
    readonly folder: string,
    readonly file: string,
  ) {}
}

class TooLarge extends Error {
  readonly status = 413;
}

/**
 * Puts a body into a file as it comes: what anybody may have made is not held here, and read elsewhere. It is taken as
 * it is sent: nothing is unpacked.
 * @param name of the file
 */
export function upload(name: string, mostBytes: number) {
  return (request: Request, response: Response, next: NextFunction): void => {
    if (request.method !== 'POST') return next();
    const packed = request.headers['content-encoding'];
    if (packed !== undefined && packed !== 'identity') {
      next(Object.assign(new Error('Send it as it is, not packed (Content-Encoding).'), { status: 415 }));
      return;
    }
    void taken(request, name, mostBytes)
      .then((body) => {
        response.once('close', () => void rm(body.folder, { recursive: true, force: true }));
        request.body = body;
        next();
      })
      .catch(next);
  };
}

async function taken(request: Request, name: string, mostBytes: number): Promise<Upload> {
  const folder = await mkdtemp(join(tmpdir(), 'rhizotome-given-'));
  const file = join(folder, name);
  let bytes = 0;
  const tooLarge = () => new TooLarge(`It is larger than ${mostBytes / 1024 ** 2} MiB.`);
  const bounded = new Transform({
    transform(piece: Buffer, _, done) {
      bytes += piece.length;
      // What is too large is read on for a while, so that the answer can be heard.
      if (bytes > 2 * mostBytes) done(tooLarge());
      else if (bytes > mostBytes) done();
      else done(null, piece);
    },
  });
  try {
    await pipeline(request, bounded, createWriteStream(file, { mode: 0o600 }));
    if (bytes > mostBytes) throw tooLarge();
    return new Upload(folder, file);
  } catch (error) {
    await rm(folder, { recursive: true, force: true });
    throw error;
  }
}

/** The file into which the body of a request was put. */
export function uploadIn({ body }: Request): Upload {
  if (body instanceof Upload) return body;
  throw new Error('The body of this request was not put into a file.');
}
