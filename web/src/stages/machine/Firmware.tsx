import { Checkbox } from '@mantine/core';
import { modeName } from '@rhizotome/core';
import { useEdit, useOpenState } from '../../open/context.js';
import { words } from '../../words/words.js';
import { ChoiceFact } from './Fact.js';
import type { SetMachine } from './MachineStage.js';

const MODES = [
  ['uefi', 'UEFI'],
  ['bios', 'BIOS'],
] as const;
const notKnown = () => ['unknown', words['machine.not-known']()] as const;

/** What the firmware can do, what is in use, and what the plan is made for: three things that are not the same. */
export function Firmware({ set }: { set: SetMachine }) {
  const { machine, target } = useOpenState().plan;
  const { attempt } = useEdit();
  return (
    <>
      <ChoiceFact
        name={words['machine.supported']()}
        label={words['machine.supported-modes-firmware']()}
        help={words['machine.see-firmware-setup-legacy']()}
        value={machine.firmware}
        options={[
          ['uefi', words['machine.uefi-only']()],
          ['bios', words['machine.bios-only']()],
          ['both', words['machine.both']()],
          notKnown(),
        ]}
        onChange={(firmware) => set({ firmware })}
      />
      <ChoiceFact
        told="modeInUse"
        name={words['machine.mode-use-now']()}
        help={words['machine.mode-which-installed-system']()}
        value={machine.modeInUse}
        options={[...MODES, notKnown()]}
        onChange={(modeInUse) => set({ modeInUse })}
      />
      <ChoiceFact
        name={words['machine.mode-plan']()}
        help={words['machine.changing-changes-nothing-disk']()}
        value={target.mode}
        options={MODES}
        onChange={(mode) => attempt({ kind: 'set-target', changes: { mode } })}
      />
      <ChoiceFact
        name={words['machine.installation-medium-starts']()}
        help={words['machine.boot-menu-may-list'](modeName(target.mode))}
        value={machine.mediumStart}
        options={[...MODES, ['unknown', words['machine.not-set']()]]}
        onChange={(mediumStart) => set({ mediumStart })}
      />
      <SecureBoot set={set} />
      <ChoiceFact
        told="tpm"
        name={words['machine.tpm-2-0']()}
        help={words['machine.firmware-setup-lists-under']()}
        value={machine.tpm}
        options={[['yes', words['machine.yes']()], ['no', words['machine.no']()], notKnown()]}
        onChange={(tpm) => set({ tpm })}
      />
      {target.mode === 'uefi' && <OfUefi set={set} />}
    </>
  );
}

/** What hinders a new system only on some machines: asked of those alone that start in UEFI mode. */
function OfUefi({ set }: { set: SetMachine }) {
  const { machine } = useOpenState().plan;
  const orAbsent = <T extends string>(value: T | 'unknown') => (value === 'unknown' ? null : value);
  return (
    <>
      <ChoiceFact
        told="certificates"
        name={words['machine.certificates']()}
        help={words['machine.certificates-help']()}
        value={machine.certificates ?? 'unknown'}
        options={[
          ['2023', words['machine.certificates-2023']()],
          ['2011', words['machine.certificates-2011']()],
          notKnown(),
        ]}
        onChange={(certificates) => set({ certificates: orAbsent(certificates) })}
      />
      <ChoiceFact
        told="wordSize"
        name={words['machine.word-size']()}
        help={words['machine.word-size-help']()}
        value={machine.wordSize ?? 'unknown'}
        options={[['64', '64'], ['32', '32'], notKnown()]}
        onChange={(wordSize) => set({ wordSize: orAbsent(wordSize) })}
      />
      <ChoiceFact
        name={words['machine.entry-room']()}
        help={words['machine.entry-room-help']()}
        value={machine.entryRoom ?? 'unknown'}
        options={[['yes', words['machine.yes']()], ['no', words['machine.no']()], notKnown()]}
        onChange={(entryRoom) => set({ entryRoom: orAbsent(entryRoom) })}
      />
    </>
  );
}

/** Whether it is on, and whether it shall be once all is installed. */
function SecureBoot({ set }: { set: SetMachine }) {
  const { machine, target } = useOpenState().plan;
  const { attempt } = useEdit();
  const wish = (on: boolean) => attempt({ kind: 'set-target', changes: { secureBoot: on ? 'on' : 'as-is' } });
  return (
    <ChoiceFact
      told="secureBoot"
      name={words['machine.secure-boot']()}
      help={words['machine.if-only-signed-installers']()}
      value={machine.secureBoot}
      options={[['on', words['machine.on']()], ['off', words['machine.off']()], notKnown()]}
      onChange={(secureBoot) => set({ secureBoot })}
    >
      {target.mode === 'uefi' && machine.secureBoot !== 'on' && (
        <Checkbox
          size="xs"
          mt="0.4rem"
          label={words['machine.secure-boot-on-at-end']()}
          checked={target.secureBoot === 'on'}
          onChange={(e) => wish(e.currentTarget.checked)}
        />
      )}
    </ChoiceFact>
  );
}
