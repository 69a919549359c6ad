import { NotationFault, type Line } from './lines.js';
import { message } from '../words/index.js';

/** Version 2: what a profile stands for is of 2026. Texts of version 1 mean what they meant. */
export const VERSIONS = [1, 2] as const;
export type Version = (typeof VERSIONS)[number];

export const FIRST_LINE = `rhizotome ${VERSIONS.at(-1)!}`;

/** The version that a text says it is of, in its first line. @throws NotationFault for one that is not read here. */
export function versionOf(first: Line | undefined): Version {
  const field = first?.fields[0];
  if (!field)
    throw new NotationFault({
      line: 1,
      column: 1,
      length: 1,
      says: message('text.empty', { line: FIRST_LINE }),
    });
  const said = field.after('rhizotome') ?? field.fault(message('text.first-line', { line: FIRST_LINE }));
  const version = VERSIONS.find((v) => String(v) === said.text);
  return (
    version ?? field.fault(message('text.version', { versions: VERSIONS.map(String), line: FIRST_LINE }))
  );
}
