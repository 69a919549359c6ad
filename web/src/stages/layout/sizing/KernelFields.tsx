import { Checkbox, NumberInput } from '@mantine/core';
import type { System } from '@rhizotome/core';
import { words } from '../../../words/words.js';
import classes from './SizingBench.module.css';
import { useTold } from './told.js';

/** How many kernels a system keeps, and how large their initial images are. */
export function KernelFields({ system }: { system: System }) {
  const [use, change] = useTold(system);
  return (
    <div className={classes.told}>
      <NumberInput
        size="xs"
        label={words['sizing.kernels-kept'](system.name)}
        min={1}
        max={10}
        clampBehavior="strict"
        value={use.kernelsKept}
        onChange={(n) => typeof n === 'number' && change({ kernelsKept: n })}
      />
      <Checkbox
        size="xs"
        label={words['sizing.large-images']()}
        checked={use.largeImages}
        onChange={(e) => change({ largeImages: e.currentTarget.checked })}
      />
    </div>
  );
}
