import { both, count } from './format.js';

export interface Copied {
  readonly machine: string;
  /** ISO 8601. */
  readonly takenAt: string;
  readonly sectors: number;
  readonly sectorBytes: number;
  readonly style: string;
  readonly id: string | null;
  readonly model: string | null;
  readonly files: readonly { readonly name: string; readonly sector: number; readonly sectors: number }[];
}

/** The page that lies beside the sectors of a partition table: how they are kept, and written back. */
export const safetyCopy = {
  'safety-copy.page': ({ machine, takenAt, sectors, sectorBytes, style, id, model, files }: Copied) => ({
    title: `Safety copy of the partition table of ${machine || 'a machine'}`,
    told: `Read ${takenAt}. Disk${model === null ? '' : ` “${model}”`}: ${sectors} sectors of ${sectorBytes} bytes = ${both(sectors * sectorBytes)}, ${style}, id ${id ?? 'not known'}.`,
    keep: [
      'How to keep it',
      '- Keep it on another medium, such as a USB stick or another computer. On this disk it is useless.',
      '- It contains only the table: where partitions start and end. It is not a backup of their files.',
    ],
    holds: [
      'What is in it',
      ...files.map((f) => `- ${f.name}: ${count(f.sectors, 'sector')} from sector ${f.sector} on`),
    ],
    restore:
      'How to restore it in a Linux session, if the table was damaged and nothing else has changed since',
    find: '- Find the disk. Compare its size and model with what is written above; a damaged table has no id.',
    write:
      '- Type D=/dev/ with the name of that disk after it, without a blank. Then type these lines in the folder of this page. They write nothing where D is not a disk of exactly this size.',
    old: '- If volumes were shrunk, moved or created after this copy, it is out of date. Restoring it would lose them.',
  }),
};
