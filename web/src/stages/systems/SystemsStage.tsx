import { Button, Menu } from '@mantine/core';
import {
  distinctSystemName,
  FAMILY_NAMES,
  formatBoth,
  freshSystemId,
  BOOT_MENU,
  profileOf,
  SYSTEM_PROFILES,
  systemFrom,
} from '@rhizotome/core';
import { useEffect, useRef } from 'react';
import { useEdit, useOpenState } from '../../open/context.js';
import { ProposalsPanel } from './proposals/ProposalsPanel.js';
import { SystemSheet } from './SystemSheet.js';
import { words } from '../../words/words.js';
import classes from './SystemsStage.module.css';
import { text } from '../../words/say.js';
import { Explained } from '../../parts/Explained.js';

/** Which systems are there, which come, and what each asks for. */
export function SystemsStage() {
  const { plan, survey } = useOpenState();
  const { attempt } = useEdit();
  const added = useRef<string | null>(null);
  const last = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // What was just added is looked at next, with what is proposed for it.
    if (added.current !== plan.systems.at(-1)?.id) return;
    added.current = null;
    last.current?.scrollIntoView({ block: 'nearest' });
  }, [plan.systems]);
  const add = (profileId: string) => {
    const profile = profileOf(profileId);
    const called = profile === BOOT_MENU ? words['systems.boot-menu']() : FAMILY_NAMES[profile.family];
    const name = distinctSystemName(plan, called);
    const id = freshSystemId(plan);
    added.current = id;
    attempt({ kind: 'add-system', system: systemFrom(profileId, { id, name, origin: 'new' }) });
  };
  return (
    <div className="page">
      <div className={classes.head}>
        <div>
          <h1>{words['systems.systems']()}</h1>
          <p className="soft">
            <Explained>{words['systems.choose-which-systems-stay']()}</Explained>
          </p>
        </div>
        <Menu position="bottom-end" width={340} withInitialFocusPlaceholder={false}>
          <Menu.Target>
            <Button disabled={plan.systems.length >= 12}>{words['systems.add-system']()}</Button>
          </Menu.Target>
          <Menu.Dropdown>
            {[...SYSTEM_PROFILES, BOOT_MENU].map((profile) => (
              <Menu.Item key={profile.id} onClick={() => add(profile.id)}>
                <strong>{text(profile.title)}</strong>
                <div className="small soft">
                  {profile === BOOT_MENU
                    ? words['systems.boot-menu-is']()
                    : words['systems.at-least'](formatBoth(profile.needs.leastBytes))}
                </div>
              </Menu.Item>
            ))}
          </Menu.Dropdown>
        </Menu>
      </div>
      {plan.systems.length === 0 && (
        <p className={classes.empty}>{words['systems.there-no-systems-yet']()}</p>
      )}
      {plan.systems.map((system) => (
        <SystemSheet key={system.id} system={system} />
      ))}
      <div ref={last} />
      {survey && <ProposalsPanel survey={survey} />}
    </div>
  );
}
