import { NotationFault, type Line } from './lines.js';

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
      message: `The text is empty. It begins with “${FIRST_LINE}”.`,
    });
  const said = field.after('rhizotome') ?? field.fault(`The text begins with “${FIRST_LINE}”.`);
  const version = VERSIONS.find((v) => String(v) === said.text);
  return (
    version ??
    field.fault(
      `This text is of another version. Versions ${VERSIONS.join(' and ')} are read here: write “${FIRST_LINE}”.`,
    )
  );
}
