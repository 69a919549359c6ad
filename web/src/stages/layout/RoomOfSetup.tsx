import {
  formatBinary,
  formatBoth,
  overlap,
  partsInRooms,
  setupRooms,
  sizeContextForGap,
  sizeOf,
  systemOf,
  type GapPart,
  type Survey,
} from '@rhizotome/core';
import { useEdit, useOpenState } from '../../open/context.js';
import { OwnerSwatch } from '../../parts/OwnerSwatch.js';
import { SizeInput } from '../../parts/SizeInput.js';
import { roleName } from '../../words/names.js';
import { words } from '../../words/words.js';
import classes from './LayoutStage.module.css';

/** Free space that setups are given: how much of it each takes, and what it is likely to make there. */
export function RoomOfSetup({ survey, gap }: { survey: Survey; gap: GapPart }) {
  const { plan } = useOpenState();
  const { tryEdit } = useEdit();
  const planned = { plan, survey };
  const change = (system: string, room: number | null) =>
    tryEdit({ kind: 'change-system', system, changes: { room } });
  return setupRooms(planned)
    .filter((room) => overlap(room, gap))
    .map((room) => {
      const system = systemOf(plan, room.system)!;
      const parts = partsInRooms(planned).filter((part) => part.system === system.id);
      return (
        <div key={system.id} className={classes.group} data-room={system.id}>
          <p>
            <OwnerSwatch owners={[system.id]} />{' '}
            {words['layout.room-of-setup'](system.name, formatBoth(sizeOf(room, survey)))}
          </p>
          <SizeInput
            label={words['layout.setup-takes'](system.name)}
            context={sizeContextForGap(planned, gap)}
            value={system.room ?? null}
            placeholder={words['layout.all-of-it']()}
            onSize={(size) => change(system.id, size)}
            onClear={() => change(system.id, null)}
          />
          {parts.length > 0 && (
            <p className="small soft">
              {words['layout.setup-makes'](
                parts.map((part) => `${roleName(part.role)} ${formatBinary(sizeOf(part, survey))}`),
              )}
            </p>
          )}
        </div>
      );
    });
}
