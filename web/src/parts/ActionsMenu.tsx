import { ActionIcon, Menu } from '@mantine/core';
import { MoreIcon } from './icons.js';
import type { Action } from './MoreButton.js';

/** The menu itself, open from the beginning. */
export function ActionsMenu({ label, actions }: { label: string; actions: readonly Action[] }) {
  return (
    <Menu position="bottom-end" defaultOpened withInitialFocusPlaceholder={false}>
      <Menu.Target>
        <ActionIcon variant="subtle" color="loam" aria-label={label}>
          <MoreIcon />
        </ActionIcon>
      </Menu.Target>
      <Menu.Dropdown>
        {actions.map(({ title, run }) => (
          <Menu.Item key={title} onClick={run}>
            {title}
          </Menu.Item>
        ))}
      </Menu.Dropdown>
    </Menu>
  );
}
