import { zipSync } from 'fflate';
import { encodeUtf8 } from '../bytes/index.js';
import { tableSectorsOf, type Survey } from '../survey/index.js';
import { commandLines, message, sayIn, type Catalogue } from '../words/index.js';

/** Sectors as a file of the safety copy. */
interface Kept {
  readonly name: string;
  readonly sector: number;
  readonly bytes: Uint8Array;
}

/**
 * The kept sectors as a zip: each stretch as a file of its own, and a page that says how to keep them and how they are
 * put back. `undefined` where the survey kept none.
 */
export function safetyCopyZip(catalogue: Catalogue, survey: Survey, machine: string): Uint8Array | undefined {
  if (survey.safetyCopy === undefined) return undefined;
  const { sectorBytes } = survey.disk;
  const files = tableSectorsOf(survey.safetyCopy).map(({ offset, bytes }) => ({
    name: `table-at-sector-${offset / sectorBytes}.bin`,
    sector: offset / sectorBytes,
    bytes,
  }));
  const page = encodeUtf8(pageOf(catalogue, survey, machine, files));
  const entries = Object.fromEntries(files.map((f) => [f.name, f.bytes]));
  return zipSync({ ...entries, 'READ-ME-FIRST.txt': page }, { mtime: survey.takenAt, level: 6 });
}

function pageOf(catalogue: Catalogue, survey: Survey, machine: string, files: readonly Kept[]): string {
  const { disk, takenAt } = survey;
  const { title, told, keep, holds, restore, find, write, old } = sayIn(
    catalogue,
    message('safety-copy.page', {
      machine,
      takenAt,
      sectors: disk.sizeSectors,
      sectorBytes: disk.sectorBytes,
      style: disk.style.toUpperCase(),
      id: disk.tableId ?? null,
      model: disk.model ?? null,
      files: files.map(({ name, sector, bytes }) => ({
        name,
        sector,
        sectors: bytes.length / disk.sectorBytes,
      })),
    }),
  );
  const typed = (commands: readonly string[]) =>
    commands.flatMap((command) => commandLines(command)).map((line) => `  ${line}`);
  const list = typed(['lsblk -d -o NAME,SIZE,MODEL,SERIAL,PTUUID']);
  const restoring = typed(files.map((file) => restoreCommand(survey, file)));
  return [
    title,
    told,
    '',
    ...keep,
    '',
    ...holds,
    '',
    restore,
    find,
    ...list,
    write,
    ...restoring,
    old,
    '',
  ].join('\n');
}

/** Writes nothing unless the disk that was chosen is of the size that was read: its table may be gone, and its links with it. */
function restoreCommand({ disk }: Survey, { name, sector, bytes }: Kept): string {
  const { sectorBytes, sizeSectors } = disk;
  const right = `[ "$(sudo blockdev --getsize64 "$D")" = ${sizeSectors * sectorBytes} ]`;
  const place = `bs=${sectorBytes} seek=${sector} count=${bytes.length / sectorBytes}`;
  return `${right} && sudo dd if=${name} of="$D" ${place} conv=notrunc,fsync`;
}
