import type { MachineChanges } from '@rhizotome/core';
import { useEdit, useOpenMachine } from '../../open/context.js';
import { words } from '../../words/words.js';
import { Firmware } from './Firmware.js';
import classes from './MachineStage.module.css';
import { MemoryAndDisk } from './MemoryAndDisk.js';

/** Tells of the machine; whether it was taken. */
export type SetMachine = (changes: MachineChanges) => boolean;

/** Facts about the machine; the product keeps firmware mode, medium start and table style apart. */
export function MachineStage() {
  const { name, story } = useOpenMachine();
  const { attempt } = useEdit();
  const set: SetMachine = (changes) => attempt({ kind: 'set-machine', changes });
  return (
    <div className="page">
      <h1>{name}</h1>
      <p className="soft">{story || words['machine.enter-what-known-about']()}</p>
      <div className={classes.columns}>
        <section>
          <h2>{words['machine.firmware']()}</h2>
          <Firmware set={set} />
        </section>
        <section>
          <h2>{words['machine.memory-disk']()}</h2>
          <MemoryAndDisk set={set} />
        </section>
      </div>
    </div>
  );
}
