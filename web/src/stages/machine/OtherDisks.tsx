import { Button, TextInput } from '@mantine/core';
import { bytes, formatBoth, type OtherDisk } from '@rhizotome/core';
import { useState } from 'react';
import { SizeInput } from '../../parts/SizeInput.js';
import { words } from '../../words/words.js';
import classes from './MachineStage.module.css';

const NO_DISK = { disk: bytes(0) };

/** Disks that the plan leaves alone: they are told apart from the one that it is for. */
export function OtherDisks({
  disks,
  save,
}: {
  disks: readonly OtherDisk[];
  save: (disks: OtherDisk[]) => boolean;
}) {
  const [name, setName] = useState('');
  return (
    <div className={classes.disks}>
      {disks.map((disk, i) => (
        <div key={i} className={classes.disk}>
          <span>
            {disk.name || words['machine.unnamed']()}{' '}
            <span className="soft">{formatBoth(disk.sizeBytes)}</span>
          </span>
          <Button
            size="compact-xs"
            variant="subtle"
            color="loam"
            onClick={() => save(disks.filter((_, j) => j !== i))}
          >
            {words['common.remove']()}
          </Button>
        </div>
      ))}
      <div className={classes.add}>
        <TextInput
          aria-label={words['machine.name-another-disk']()}
          placeholder={words['machine.model-or-name']()}
          value={name}
          maxLength={80}
          onChange={(e) => setName(e.currentTarget.value)}
        />
        <SizeInput
          key={disks.length}
          label={words['machine.size-another-disk']()}
          hideLabel
          context={NO_DISK}
          value={null}
          placeholder={words['machine.other-size']()}
          onSize={(sizeBytes) => {
            if (sizeBytes === 0) return words['machine.enter-size-above-0']();
            if (disks.length >= 32) return words['machine.you-can-enter-at']();
            setName('');
            return save([...disks, { name: name.trim(), sizeBytes }])
              ? null
              : words['machine.was-not-saved']();
          }}
        />
      </div>
    </div>
  );
}
