import { modeName } from '../../machine/index.js';
import type { Step } from '../../sequence/index.js';
import { damageInWords } from '../../table/index.js';
import { create, exposureInWords, move, shrink } from './change.js';
import { firstStart } from './first-start.js';
import { install } from './install.js';
import { backup, safetyCopy } from './prepare.js';
import { words, type StepWords } from './step-words.js';
import {
  container,
  convertTable,
  redoStart,
  relist,
  removeStart,
  setActive,
  setLabel,
  setType,
} from './table.js';
import {
  contentName,
  diskLine,
  foundLine,
  foundName,
  partitionLine,
  partitionName,
  sizeOf,
  systemName,
  type WordContext,
} from './word-context.js';

/** The words for one step of this plan. */
export function stepWords(step: Step, context: WordContext): StepWords {
  switch (step.kind) {
    case 'backup':
      return backup(context);
    case 'safety-copy':
      return safetyCopy(context);
    case 'prepare-medium':
      return words(
        `Make the installer medium of ${systemName(context, step)}`,
        [
          'Fetch it from its maker, and compare its checksum with the published one.',
          'Write it to a stick of its own.',
        ],
        [
          context.plan.target.mode === 'uefi'
            ? 'The start menu of this machine lists the stick with an entry marked UEFI.'
            : 'The start menu of this machine lists the stick with an entry not marked UEFI.',
        ],
        {
          beware: 'Everything on the stick is lost; make sure that the target is the stick, and not a disk.',
        },
      );
    case 'recovery-key':
      return words(
        `Write down the recovery key of ${foundName(context, step)}`,
        [
          'Show the recovery key of the encrypted volume in its own system, and write it on paper.',
          'Keep the paper away from the machine.',
        ],
        ['The key’s identifier on the paper is the one the system shows.'],
        {
          beware:
            'A key that is stored only on this disk, or in an account you cannot reach from another machine, does not help.',
        },
      );
    case 'unhibernate':
      return words(
        `Turn off fast startup and hibernation in ${systemName(context, step)}`,
        [
          'Turn off fast startup in the power options.',
          'Turn off hibernation.',
          'Shut down fully once, and start again.',
        ],
        ['The power options no longer offer hibernation or fast startup.'],
        {
          beware:
            'With either on, its volumes stay in use after shutdown, and another system that writes to them destroys files.',
        },
      );
    case 'suspend-protection':
      return words(
        `Suspend the encryption’s protection on ${foundName(context, step)}`,
        [
          'Suspend protection (not: decrypt) in the system that encrypted the volume. Suspend it until it is resumed, not for one restart only.',
        ],
        ['The volume is shown as encrypted, with protection suspended.'],
        {
          beware:
            'Changes of the table or the firmware with protection active make it ask for the recovery key at the next start.',
        },
      );
    case 'check-volume':
      return words(
        `Check ${partitionName(context, step)} for errors`,
        [
          `Check the ${contentName(context, step)} volume with its own system’s tool, and let it repair what it finds.`,
        ],
        ['A second check reports no errors.'],
        { beware: 'A volume with errors may be damaged further when it is shrunk.' },
      );
    case 'shrink':
      return shrink(context, step);
    case 'verify-start':
      return words(
        `Restart ${systemName(context, step)} and see that it is sound`,
        ['Restart it once, and log in.', 'Open a few files of each user.'],
        [
          'It starts without asking for repair, and shows the new size of its volume.',
          'Its own volumes are all there.',
        ],
        { beware: 'Do not go on from a system that does not start: restore first.' },
      );
    case 'firmware-mode':
      return words(
        `Switch the firmware to ${modeName(context.plan.target.mode)} mode`,
        [
          context.plan.target.mode === 'uefi'
            ? 'Turn legacy support off, or set the start mode to UEFI only.'
            : 'Turn legacy support on, and set the start mode to legacy or BIOS.',
          'Note the old setting on paper.',
        ],
        [`The start menu lists the medium in ${modeName(context.plan.target.mode)} mode.`],
        { beware: 'A system installed for the other mode does not start until this is set back.' },
      );
    case 'secure-boot-off':
      return words(
        'Turn Secure Boot off',
        ['Set Secure Boot to disabled, and save.'],
        ['The firmware’s summary shows Secure Boot as disabled.'],
        {
          beware:
            'Do not clear or reset the keys. An encrypted volume may ask for its recovery key at its next start.',
        },
      );
    case 'new-table':
      return words(
        `Write a new ${context.plan.target.style.toUpperCase()} partition table on ${context.device}`,
        [diskLine(context), `Write an empty ${context.plan.target.style.toUpperCase()} table.`],
        ['The disk is listed with this style and without any partition.'],
        {
          beware:
            'This loses everything on the disk it is written to. Compare the size and model of the disk first.',
        },
      );
    case 'repair-table':
      return words(
        'Repair the partition table',
        [
          ...context.survey.damage.map((d) => damageInWords(d)),
          'Have a partition tool write the sound copy over the damaged one; it changes no partition’s content.',
        ],
        ['A check of the table reports both copies as valid.'],
      );
    case 'convert-table':
      return convertTable(context);
    case 'redo-start':
      return redoStart(context, step);
    case 'remove-start':
      return removeStart(context, step);
    case 'create-container':
    case 'grow-container':
    case 'shrink-container':
    case 'delete-container':
      return container(context, step);
    case 'relist':
      return relist(context, step);
    case 'set-active':
      return setActive(context);
    case 'set-type':
      return setType(context, step);
    case 'set-label':
      return setLabel(context, step);
    case 'delete':
      return words(
        `Delete ${foundName(context, step)}`,
        [`Delete ${foundLine(context, step)}.`],
        ['Only this partition is gone, and the gap has its size.'],
        {
          beware: 'Its content is lost. Compare number, size and label with the line above before pressing.',
        },
      );
    case 'move':
    case 'move-aside':
      return move(context, step);
    case 'grow':
      return words(
        `Grow ${partitionName(context, step)} to ${sizeOf(context, step.after!)}`,
        ['Grow the partition, then the file system on it.'],
        [`It is shown with ${sizeOf(context, step.after!)}, and a check reports no errors.`],
        { exposure: exposureInWords(context, step) },
      );
    case 'create':
      return create(context, step);
    case 'format':
      return words(
        `Format ${partitionName(context, step)}`,
        [`Format ${partitionLine(context, step)} as ${contentName(context, step)}.`],
        ['It is empty, and has its label.'],
        { beware: 'Its old content is lost. No other line may be marked for formatting.' },
      );
    case 'install':
      return install(context, step);
    case 'start-order':
      return words(
        'Set the start order',
        [
          `Put the loader that lists all systems first: usually ${context.plan.systems.findLast((s) => s.origin === 'new' && s.family !== 'windows')?.name ?? 'the newest'}.`,
          'Leave the other entries in the list.',
        ],
        ['The start menu of the firmware lists every system.'],
        {
          beware: 'A large update of Windows may put it first again; then repeat this step. Nothing is lost.',
        },
      );
    case 'first-start':
      return firstStart(context, step);
    case 'resume-protection':
      return words(
        `Resume the encryption’s protection on ${foundName(context, step)}`,
        ['Resume protection in the system that owns the volume.', 'Restart once.'],
        ['It starts without asking for the recovery key.'],
      );
    case 'verify-disk':
      return words(
        'Read the disk again and compare',
        [
          'List the disk once more: lsblk -o NAME,SIZE,PARTLABEL,FSTYPE,LABEL in a Linux, or the disk tool of the system.',
          'Compare every line with the recognition sheet: start to end, size, label.',
        ],
        ['Each partition of the sheet is there with its size; no other has changed.'],
      );
  }
}
