import { NativeSelect, SegmentedControl } from '@mantine/core';
import type { Survey } from '@rhizotome/core';
import { useState } from 'react';
import { useOpenState } from '../../../open/context.js';
import { BootPanel } from './BootPanel.js';
import { EfiPanel } from './EfiPanel.js';
import { HomePanel } from './HomePanel.js';
import { RootPanel } from './RootPanel.js';
import { SwapPanel } from './SwapPanel.js';
import classes from './SizingBench.module.css';
import { words } from '../../../words/words.js';

type Panel = 'root' | 'swap' | 'home' | 'boot' | 'efi';

/** How large things should be and why, each figure written into the plan at a press. */
export function SizingBench({ survey }: { survey: Survey }) {
  const { plan } = useOpenState();
  const [panel, setPanel] = useState<Panel>('root');
  const [chosen, setChosen] = useState<string | null>(null);
  const systems = plan.systems.filter((s) => s.family === 'linux' || s.family === 'bsd');
  const system =
    systems.find((s) => s.id === chosen) ?? systems.find((s) => s.origin === 'new') ?? systems[0];
  return (
    <aside className={classes.bench} aria-label={words['sizing.sizing-bench']()}>
      <div className={classes.head}>
        <SegmentedControl<Panel>
          size="xs"
          aria-label={words['sizing.what-size']()}
          value={panel}
          data={[
            { value: 'root', label: words['sizing.root']() },
            { value: 'swap', label: words['sizing.swap']() },
            { value: 'home', label: words['sizing.home']() },
            { value: 'boot', label: words['sizing.boot']() },
            { value: 'efi', label: words['sizing.efi-partition']() },
          ]}
          onChange={setPanel}
        />
        {panel !== 'efi' && systems.length > 1 && (
          <NativeSelect
            size="xs"
            aria-label={words['sizing.which-system']()}
            value={system?.id ?? ''}
            data={systems.map((s) => ({ value: s.id, label: s.name }))}
            onChange={(e) => setChosen(e.currentTarget.value)}
          />
        )}
      </div>
      {panel === 'root' && <RootPanel key={system?.id} survey={survey} system={system} />}
      {panel === 'swap' && <SwapPanel key={system?.id} survey={survey} system={system} />}
      {panel === 'home' && <HomePanel key={system?.id} survey={survey} system={system} />}
      {panel === 'boot' && <BootPanel key={system?.id} survey={survey} system={system} />}
      {panel === 'efi' && <EfiPanel survey={survey} />}
    </aside>
  );
}
