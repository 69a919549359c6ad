import { systemOf, type Planned } from '../../plan/index.js';
import type { StepBack, StepFor, UndoneKind } from '../../sequence/index.js';
import { isForGood, procedureFor } from '../../sequence/index.js';
import { momentsOf } from '../../moment/index.js';
import { deviceName, partitionDevice } from '../../recognition/index.js';
import { message, type Code, type Message } from '../../words/index.js';
import { bytesOf, extentOf, foundLine, foundName, nameOf, systemName } from './facts.js';

export type BackSays = Message<Extract<Code, `back.${string}`>>;

const moveBack = (planned: Planned, { found, before, after }: StepFor<'move' | 'move-aside'>) =>
  message('back.move-back', { volume: foundName(planned, found), from: after.start, to: before.start });

const containerBack = (
  planned: Planned,
  { before }: StepFor<'create-container' | 'grow-container' | 'shrink-container' | 'delete-container'>,
) =>
  before ? message('back.container', { extent: extentOf(planned, before) }) : message('back.no-container');

const copied = (planned: Planned): boolean => {
  const { ordered } = procedureFor(planned);
  return ordered.ok && ordered.steps.some((step) => step.kind === 'safety-copy' && step.of !== 'list');
};

const oldTable = (planned: Planned) =>
  planned.survey.disk.style === 'none'
    ? message('back.no-table')
    : message('back.old-table', { copied: copied(planned) });

/** As what the partitions are listed that a setup made, as far as that is known; `null` where it makes none, but takes one that is held for it. */
function setupMade(planned: Planned, system: string): readonly string[] | null {
  const { plan } = planned;
  const own = systemOf(plan, system)?.ownSetup === true;
  if (!own || plan.partitions.some((p) => p.role === 'system' && p.owners.includes(system))) return null;
  const { made, numbers } = momentsOf(planned).at(-1)!;
  return made
    .filter((part) => part.system === system)
    .map(({ id }) => partitionDevice(deviceName(plan.machine), numbers.get(id)!));
}

/** How the steps are undone of those kinds that are. */
const BACK: { readonly [K in UndoneKind]: (planned: Planned, step: StepFor<K>) => BackSays } = {
  shrink: (planned, { found, before }) =>
    message('back.grow-back', { volume: foundName(planned, found), extent: extentOf(planned, before) }),
  grow(planned, step) {
    const said = { volume: foundName(planned, step.found), extent: extentOf(planned, step.before) };
    return isForGood(planned, step) ? message('back.remake', said) : message('back.shrink-back', said);
  },
  move: moveBack,
  'move-aside': moveBack,
  create: (planned, { partition, after }) =>
    message('back.delete-new', { volume: nameOf(planned, partition), bytes: bytesOf(planned, after) }),
  delete(planned, { found, before }) {
    const { name, device } = foundLine(planned, found);
    return message('back.list-again', { volume: name, device, extent: extentOf(planned, before) });
  },
  'new-table': oldTable,
  'convert-table': ({ survey }) => message('back.table-entries', { style: styleOf(survey) }),
  relist: ({ survey }) => message('back.table-entries', { style: styleOf(survey) }),
  'create-container': containerBack,
  'grow-container': containerBack,
  'shrink-container': containerBack,
  'delete-container': containerBack,
  'set-active': () => message('back.active'),
  'set-type': (planned, { found }) => message('back.type', { volume: foundName(planned, found) }),
  'set-name': (planned, { found }) => message('back.name', { volume: foundName(planned, found) }),
  'set-label': (planned, { found }) => message('back.label', { volume: foundName(planned, found) }),
  install: (planned, { system }) => {
    const host = systemOf(planned.plan, system)?.host;
    if (host)
      return message('back.delete-file', {
        system: systemName(planned, system),
        volume: nameOf(planned, host.partition),
      });
    return systemOf(planned.plan, system)?.change === 'reinstall'
      ? message('back.reinstalled', { system: systemName(planned, system) })
      : planned.plan.target.mode === 'uefi'
        ? message('back.uninstall-uefi', {
            system: systemName(planned, system),
            made: setupMade(planned, system),
          })
        : message('back.uninstall-bios', {
            system: systemName(planned, system),
            copied: copied(planned),
            before: planned.plan.systems.find((s) => s.origin === 'found')?.name ?? null,
            made: setupMade(planned, system),
          });
  },
  'redo-start': (planned, { system }) => message('back.redo-start', { system: systemName(planned, system) }),
  'firmware-mode': ({ plan }) =>
    message('back.firmware-mode', { mode: plan.target.mode === 'uefi' ? 'bios' : 'uefi' }),
  'mount-table': (planned, { system }) =>
    message('back.mount-table', { system: systemName(planned, system) }),
  'safe-start': (planned, { system }) => message('back.safe-start', { system: systemName(planned, system) }),
  'controller-mode': () => message('back.controller-mode'),
  'secure-boot-off': () => message('back.secure-boot-on'),
  'secure-boot-on': () => message('back.secure-boot-off'),
  'suspend-protection': (planned, { found }) => message('back.resume', { volume: foundName(planned, found) }),
};

const styleOf = ({ disk }: Planned['survey']) => (disk.style === 'mbr' ? 'mbr' : 'gpt');

/** How a step is undone; `undefined` for kinds that leave no trace, and so are not on the way back. */
export function backOf(planned: Planned, { undoes: step, table }: StepBack): BackSays | undefined {
  if (table === 'safety-copy') return oldTable(planned);
  const says: Partial<Record<string, (planned: Planned, step: never) => BackSays>> = BACK;
  return says[step.kind]?.(planned, step as never);
}
