import { encodeUtf8 } from '../bytes/index.js';
import { qcow2Bytes } from '../image/index.js';
import type { Moment } from '../moment/index.js';
import type { Planned } from '../plan/index.js';
import {
  practiceDiskAt,
  practiceFormats,
  practiceGuide,
  practiceMoments,
  type PracticeDisk,
} from '../practice/index.js';
import { procedureFor } from '../sequence/index.js';
import { commandLines, message, textIn, type Catalogue, type Phrase } from '../words/index.js';
import type { NamedFiles } from './files.js';
import { momentMarkdown, plainMarkdown, fenced } from '../runbook/index.js';

interface Practice {
  readonly moment: Moment;
  readonly disk: PracticeDisk;
  readonly file: string;
  /** Numbers of the first and the last step that are next on this disk. */
  readonly first: number;
  readonly last: number;
}

/**
 * A disk to practise on for each moment at which the disk is another, by file name below `practice/`, and a page that says how to
 * attach one to a virtual machine, with the list of each as it is found there. Nothing where the steps have no order.
 */
export function practiceFiles(catalogue: Catalogue, planned: Planned): NamedFiles {
  const { ordered } = procedureFor(planned);
  if (!ordered.ok) return {};
  const of = ordered.steps.length;
  const practices = practicesOf(planned, of);
  const images = practices.map(({ file, disk }) => [file, qcow2Bytes(disk.sizeBytes, disk.stretches)]);
  const page = encodeUtf8(guideMarkdown(catalogue, planned, practices, of));
  const files = [...images, ['how-to.md', page]] as [string, Uint8Array][];
  return Object.fromEntries(files.map(([name, bytes]) => [`practice/${name}`, bytes]));
}

function practicesOf(planned: Planned, of: number): Practice[] {
  const moments = practiceMoments(planned);
  return moments.map((moment, i) => {
    const first = moment.after + 1;
    const last = moments[i + 1]?.after ?? Math.max(of, 1);
    const state = i === 0 ? 'as-found' : first > of ? 'as-planned' : `before-step-${first}`;
    return { moment, disk: practiceDiskAt(moment), file: `${state}.qcow2`, first, last };
  });
}

function guideMarkdown(
  catalogue: Catalogue,
  planned: Planned,
  practices: readonly Practice[],
  of: number,
): string {
  const plain = plainIn(catalogue);
  const [first] = practices;
  const guide = first ? practiceGuide(planned, first.disk, first.file) : [];
  return [
    `# ${plain(message('practice.title'))}`,
    plain(message('practice.about')),
    ...(first ? [plain(message('practice.what', { size: first.disk.sizeBytes }))] : []),
    guide
      .map(({ says, commands }, i) =>
        [
          `${i + 1}. ${plain(says)}`,
          // Those are other ones for every image, and stand there.
          ...(says.code === 'practice.format' ? [] : indented(fenced(printed(commands)))),
        ].join('\n'),
      )
      .join('\n'),
    ...practices.flatMap((practice) => section(catalogue, planned, practice, of)),
  ]
    .join('\n\n')
    .concat('\n');
}

function section(
  catalogue: Catalogue,
  planned: Planned,
  { moment, disk, file, first, last }: Practice,
  of: number,
): string[] {
  const plain = plainIn(catalogue);
  const parts = disk.unformatted.map(({ says }) => textIn(catalogue, says));
  const formats = practiceFormats(planned, disk);
  return [
    `# ${file}`,
    plain(message('practice.image', { first, last, of })),
    ...(parts.length > 0 ? [plain(message('practice.empty', { parts }))] : []),
    ...(moment.made.length > 0 ? [plain(message('practice.made'))] : []),
    fenced(printed(formats)).join('\n'),
    momentMarkdown(catalogue, planned, moment),
  ].filter((part) => part !== '');
}

/** Within an item of a list. */
const indented = (lines: readonly string[]) =>
  lines.length === 0 ? [] : ['', ...lines.map((line) => `   ${line}`), ''];

const printed = (commands: readonly string[]) => commands.flatMap((command) => commandLines(command));
const plainIn = (catalogue: Catalogue) => (said: Phrase) => plainMarkdown(textIn(catalogue, said));
