import { zipSync } from 'fflate';
import { encodeUtf8 } from '../bytes/index.js';
import { cryptTableText, mountTableText } from '../mounting/index.js';
import { printNotation } from '../notation/index.js';
import type { Planned } from '../plan/index.js';
import type { Catalogue } from '../words/index.js';
import {
  runbookFor,
  runbookHtml,
  runbookMarkdown,
  safetyCopyZip,
  sheetsMarkdown,
  type RunbookTitle,
} from '../runbook/index.js';
import { phaseScripts } from '../script/index.js';

export type NamedFiles = Readonly<Record<string, Uint8Array>>;

/** A name as it can stand in any file system: letters, digits and hyphens. */
const plain = (name: string): string =>
  name.replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-|-$/g, '') || 'machine';

/** All that goes to the machine, by file name: the runbook as page and as text, the sheets, the plan, mount tables, a script for each phase in a live session, the safety copy. */
export function runbookFiles(
  catalogue: Catalogue,
  planned: Planned,
  story: string,
  title: RunbookTitle,
): NamedFiles {
  const runbook = runbookFor(planned);
  const texts: Record<string, string> = {
    'runbook.html': runbookHtml(catalogue, runbook, title),
    'runbook.md': runbookMarkdown(catalogue, runbook, title),
    'sheets.md': sheetsMarkdown(catalogue, runbook),
    'plan.rhizotome': printNotation({
      name: title.machine,
      story,
      plan: planned.plan,
      survey: planned.survey,
    }),
  };
  for (const { system, table } of runbook.mounts) {
    texts[`fstab-${plain(system.name)}`] = `${mountTableText(table)}\n`;
    const crypt = cryptTableText(table);
    if (crypt !== '') texts[`crypttab-${plain(system.name)}`] = `${crypt}\n`;
  }
  for (const { name, text } of phaseScripts(catalogue, runbook)) texts[name] = text;
  const table = safetyCopyZip(catalogue, planned.survey, title.machine);
  return {
    ...Object.fromEntries(Object.entries(texts).map(([name, said]) => [name, encodeUtf8(said)])),
    ...(table ? { 'table.zip': table } : {}),
  };
}

/** Files as one zip, in a folder named after the machine. @param madeAt ISO 8601 */
export function zipOf(files: NamedFiles, machine: string, madeAt: string): Uint8Array {
  return zipOfAll([{ machine, files }], {}, madeAt);
}

/** The files of many machines as one zip, each in a folder of its own name, and files beside them. @param madeAt ISO 8601 */
export function zipOfAll(
  machines: readonly { readonly machine: string; readonly files: NamedFiles }[],
  beside: NamedFiles,
  madeAt: string,
): Uint8Array {
  const taken = new Set<string>();
  const entries = machines.flatMap(({ machine, files }) => {
    let folder = plain(machine);
    for (let n = 2; taken.has(folder); n++) folder = `${plain(machine)}-${n}`;
    taken.add(folder);
    return Object.entries(files).map(([name, bytes]) => [`${folder}/${name}`, bytes] as const);
  });
  return zipSync({ ...beside, ...Object.fromEntries(entries) }, { mtime: madeAt, level: 6 });
}
