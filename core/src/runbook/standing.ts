import { partitionOf, partitionTitle, type Planned, type PlannedPartition } from '../plan/index.js';
import { procedureFor, type Step } from '../sequence/index.js';
import { scriptName } from '../deed/index.js';
import { isJournalOf, standingOf, type Difference, type Journal } from '../standing/index.js';
import type { Survey } from '../survey/index.js';
import { typeName } from '../table/index.js';
import { typeOf } from '../recognition/index.js';
import { volumeName } from '../volume/index.js';
import { message, type Code, type Message } from '../words/index.js';
import { nameOf } from './says/index.js';

type StandingSays = Message<Extract<Code, `standing.${string}`>>;
type DiffersSays = Message<Extract<Code, `differs.${string}`>>;

/** Where a disk stands, in sentences: where, what was begun, what is otherwise, and what to do next. */
export interface StandingReport {
  /** Whether the disk is just as it should be at some moment. */
  readonly sound: boolean;
  /** Whether everything that is to be kept is there and holds what it held, and nothing was cut off half way. */
  readonly safe: boolean;
  /** The fewest steps that may be done; `null` where it is another disk. */
  readonly done: number | null;
  readonly where: StandingSays;
  readonly begun: StandingSays | null;
  /** A step of which the disk does not show whether it was begun: whoever knows that it was not can go on. */
  readonly doubt: { readonly step: number; readonly says: StandingSays } | null;
  readonly differences: readonly DiffersSays[];
  readonly next: StandingSays | null;
  /** What is in use of the volumes that are new, where the reading tells it. */
  readonly space: readonly Message<'standing.space'>[];
}

/** Compares a reading of the disk, taken at any time, with the procedure of its plan. */
export function standingReport(
  planned: Planned,
  reading: Survey,
  journal: Journal | null = null,
): StandingReport {
  const { moments, differences, begun, doubt, of } = standingOf(planned, reading, journal);
  const { ordered } = procedureFor(planned);
  const steps = ordered.ok ? ordered.steps : [];
  const [from = 0] = moments;
  const to = moments.at(-1) ?? from;
  const other = differences.find((d) => d.code === 'disk-size');
  if (other) {
    const { sectorBytes } = planned.survey.disk;
    const sizes = { expected: other.expected * sectorBytes, is: other.is * reading.disk.sectorBytes };
    const where = message('standing.another-disk', sizes);
    return {
      sound: false,
      safe: false,
      done: null,
      where,
      begun: null,
      doubt: null,
      differences: [],
      next: null,
      space: [],
    };
  }
  const sound = differences.length === 0 && begun === null;
  const harmed = differences.some(
    (d) =>
      (d.code === 'missing' ||
        d.code === 'content' ||
        d.code === 'cut-off' ||
        (d.code === 'uuid' && d.part.fileSystem !== 'swap')) &&
      partitionOf(planned.plan, d.part.id)?.treatment === 'keep',
  );
  return {
    sound,
    safe: begun === null && !harmed,
    done: from,
    where:
      differences.length === 0
        ? message('standing.at', { from, to, of })
        : message('standing.near', { from, of }),
    begun:
      begun && journal?.begun === steps.indexOf(begun) + 1
        ? journalSays(planned, journal)
        : begun && 'partition' in begun
          ? message(begun.kind === 'shrink' ? 'standing.begun-shrink' : 'standing.begun-move', {
              volume: nameOf(planned, begun.partition),
              step: steps.indexOf(begun) + 1,
            })
          : null,
    doubt: doubt && doubtSays(planned, doubt, steps.indexOf(doubt) + 1),
    differences: differences.map((difference) => differenceSays(planned, difference, reading)),
    next: sound ? nextOf(from, of, doubt && steps.indexOf(doubt) + 1) : null,
    space: spaceIn(planned, reading),
  };
}

/** What the journal of a script tells by itself. */
export function journalSays(planned: Planned, journal: Journal): StandingSays {
  if (!isJournalOf(planned, journal)) return message('standing.journal-of-another');
  const { phase, done, begun, pieces } = journal;
  const script = scriptName(phase);
  if (begun !== null) return message('standing.journal-begun', { step: begun, pieces, script });
  return message('standing.journal-done', { step: done, script });
}

/** New volumes of systems and data as they fill, against the sizes they were given. */
function spaceIn({ plan }: Planned, reading: Survey): Message<'standing.space'>[] {
  return plan.partitions.flatMap((p) => {
    if (p.treatment === 'keep' || !['system', 'root', 'home', 'data', 'boot'].includes(p.role)) return [];
    const used = reading.partitions.find(({ start }) => start === p.start)?.volume?.usedBytes;
    if (used === undefined) return [];
    return [
      message('standing.space', {
        volume: partitionTitle(p),
        used,
        bytes: p.length * reading.disk.sectorBytes,
      }),
    ];
  });
}

const nextOf = (from: number, of: number, doubt: number | null): StandingSays =>
  from < of ? message('standing.go-on', { step: from + 1, doubt }) : message('standing.all-done');

const doubtSays = (planned: Planned, step: Step, number: number) => ({
  step: number,
  says: message('standing.doubt', {
    volume: 'partition' in step ? nameOf(planned, step.partition) : '',
    step: number,
  }),
});

function differenceSays(planned: Planned, difference: Difference, reading: Survey): DiffersSays {
  const kept = ({ id }: PlannedPartition) => partitionOf(planned.plan, id)?.treatment === 'keep';
  const bytes = (length: number) => length * planned.survey.disk.sectorBytes;
  switch (difference.code) {
    case 'disk-size':
    case 'container':
      return message(`differs.${difference.code}`);
    case 'style':
      return message('differs.style', { expected: difference.expected, is: difference.is });
    case 'missing': {
      const { part } = difference;
      const said = { volume: partitionTitle(part), bytes: bytes(part.length) };
      return message('differs.missing', { ...said, kept: kept(part) });
    }
    case 'extra': {
      const { number, length, volume } = difference.found;
      const content = volume && volume.kind !== 'none' ? volumeName(volume.kind) : '';
      return message('differs.extra', { number, bytes: bytes(length), content });
    }
    case 'place': {
      const { part, is } = difference;
      return message('differs.place', { volume: partitionTitle(part), expected: part.start, is: is.start });
    }
    case 'size': {
      const { part, is } = difference;
      const sizes = { expected: bytes(part.length), is: bytes(is.length) };
      return message('differs.size', { volume: partitionTitle(part), ...sizes });
    }
    case 'cut-off':
    case 'unfilled': {
      const { part, is } = difference;
      return message(`differs.${difference.code}`, {
        volume: partitionTitle(part),
        partition: bytes(is.length),
        fileSystem: is.volume?.sizeBytes ?? 0,
        end: is.start + Math.ceil((is.volume?.sizeBytes ?? 0) / reading.disk.sectorBytes) - 1,
      });
    }
    case 'content': {
      const { part, is } = difference;
      const kinds = { expected: volumeName(part.fileSystem), is: volumeName(is) };
      return message('differs.content', {
        volume: partitionTitle(part),
        ...kinds,
        kept: kept(part),
      });
    }
    case 'type': {
      const { part, is } = difference;
      const expected = typeName(typeOf(planned, part));
      return message('differs.type', { volume: partitionTitle(part), expected, is });
    }
    case 'uuid': {
      const { part, is } = difference;
      return message('differs.uuid', { volume: partitionTitle(part), is, swap: part.fileSystem === 'swap' });
    }
    case 'number': {
      const { part, expected, is } = difference;
      return message('differs.number', { volume: partitionTitle(part), expected, is });
    }
    case 'damage':
      return message('differs.damage', { faults: difference.faults });
    case 'label':
      return message('differs.label', { volume: partitionTitle(difference.part), is: difference.is });
  }
}
