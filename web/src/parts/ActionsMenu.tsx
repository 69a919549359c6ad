import { Menu } from '@mantine/core';
import { MoreTarget } from './MoreTarget.js';
import type { Action } from './MoreButton.js';

/** The menu itself, open from the beginning. */
export function ActionsMenu({ label, actions }: { label: string; actions: readonly Action[] }) {
  return (
    <Menu position="bottom-end" defaultOpened withInitialFocusPlaceholder={false}>
      <Menu.Target>
        <MoreTarget label={label} />
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
