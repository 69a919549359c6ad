// Beside every text file of a built page its compressed forms, so that a server need not make them each time.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';

const TEXT = /\.(js|css|svg)$/;
const LEAST_BYTES = 1024;

/** Writes `.br` and `.gz` beside the text files of a folder. */
export function compressFolder(folder) {
  for (const name of readdirSync(folder).filter((n) => TEXT.test(n))) {
    const path = join(folder, name);
    const data = readFileSync(path);
    if (data.length < LEAST_BYTES) continue;
    const params = { [constants.BROTLI_PARAM_SIZE_HINT]: data.length };
    writeFileSync(`${path}.br`, brotliCompressSync(data, { params }));
    writeFileSync(`${path}.gz`, gzipSync(data, { level: 9 }));
  }
}
