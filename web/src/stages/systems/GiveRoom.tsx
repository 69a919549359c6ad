import { Button, Menu } from '@mantine/core';
import { roomWaysOf, type Survey, type System } from '@rhizotome/core';
import { useMemo } from 'react';
import { useEdit, useOpenState } from '../../open/context.js';
import { text } from '../../words/say.js';
import { words } from '../../words/words.js';

/** Who has the space of a system that goes: one press removes it and gives the space away. */
export function GiveRoom({ system, survey }: { system: System; survey: Survey }) {
  const { plan } = useOpenState();
  const { attempt } = useEdit();
  const ways = useMemo(() => roomWaysOf({ plan, survey }, system), [plan, survey, system]);
  if (ways.length === 0) return null;
  return (
    <Menu position="bottom-end" width={340} withInitialFocusPlaceholder={false}>
      <Menu.Target>
        <Button size="compact-sm" variant="default">
          {words['systems.give-space'](system.change === 'retire')}
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        {ways.map((way) => (
          <Menu.Item key={`${way.taker} ${way.gained}`} onClick={() => attempt(way.edit)}>
            {text(way.title)}
          </Menu.Item>
        ))}
      </Menu.Dropdown>
    </Menu>
  );
}
