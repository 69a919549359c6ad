import { Button, NativeSelect, SegmentedControl } from '@mantine/core';
import { formatBoth, sizeContextForGap, sizeOf, swapRules, type GapPart, type Survey } from '@rhizotome/core';
import { useOpenState } from '../../open/context.js';
import { SizeInput } from '../../parts/SizeInput.js';
import { roleName } from '../../words/names.js';
import { text } from '../../words/say.js';
import { words } from '../../words/words.js';
import classes from './LayoutStage.module.css';
import { useNewPart, type NewPart, type NewRole } from './useNewPart.js';
import { Verbs } from './Verbs.js';

const NEW_ROLES: readonly NewRole[] = ['root', 'home', 'swap', 'data', 'efi', 'boot', 'bios-boot', 'system'];

/** Free space: what to create in it, for whom, how large, and at which end. */
export function CreateInGap({ survey, gap }: { survey: Survey; gap: GapPart }) {
  const part = useNewPart(survey, gap);
  if (part.room === 0)
    return (
      <>
        <h2>{words['layout.free-space']()}</h2>
        <p className="soft">{words['layout.too-small-partition'](formatBoth(sizeOf(gap, survey)))}</p>
      </>
    );
  return (
    <>
      <h2>{words['layout.free-space']()}</h2>
      <p className="soft" data-fact="room">
        {words['layout.room'](formatBoth(part.room), gap.inside)}
      </p>
      <div className={classes.group} style={{ marginTop: '0.8rem' }} data-create>
        <WhatAndWhose part={part} />
        <HowLarge survey={survey} gap={gap} part={part} />
        <Where part={part} inside={gap.inside} />
        {part.refusal && (
          <p role="alert" className="small" style={{ color: 'var(--blocker)' }}>
            {part.refusal}
          </p>
        )}
        <Button onClick={part.create}>{words['layout.create-2']()}</Button>
      </div>
      <Verbs survey={survey} part={gap.id} />
    </>
  );
}

function WhatAndWhose({ part }: { part: NewPart }) {
  const { systems } = useOpenState().plan;
  const isShared = (role: NewRole) => role === 'data' && systems.length > 1;
  return (
    <>
      <NativeSelect
        label={words['layout.create']()}
        size="sm"
        value={part.ownerId}
        disabled={systems.length === 0}
        data={
          systems.length === 0
            ? [words['layout.no-system-yet']()]
            : systems.map((s) => ({ value: s.id, label: s.name }))
        }
        onChange={(e) => part.chooseOwner(e.currentTarget.value)}
      />
      <NativeSelect
        label={words['layout.what']()}
        size="sm"
        value={part.role}
        data={NEW_ROLES.map((role) => ({
          value: role,
          label: roleName(role) + (isShared(role) ? words['layout.shared-all']() : ''),
        }))}
        onChange={(e) => part.chooseRole(e.currentTarget.value as NewRole)}
      />
    </>
  );
}

function HowLarge({ survey, gap, part }: { survey: Survey; gap: GapPart; part: NewPart }) {
  const { plan } = useOpenState();
  const { owner, ownerId, role, room, size, setSize } = part;
  return (
    <>
      <SizeInput
        key={`${ownerId}-${role}`}
        label={words['layout.size-2']()}
        context={sizeContextForGap({ plan, survey }, gap)}
        value={size}
        onSize={(bytes) => {
          const fits = bytes <= room;
          if (fits) setSize(bytes);
          return fits ? null : words['layout.there-not-enough-space-2'](formatBoth(room));
        }}
      />
      {owner?.ownSetup && role === 'system' && (
        <p className="small soft">
          {words['layout.setup-creates-its-own'](owner.name, formatBoth(owner.leastBytes))}
        </p>
      )}
      {role === 'swap' && <SwapHints room={room} take={setSize} />}
    </>
  );
}

function Where({ part, inside }: { part: NewPart; inside: boolean }) {
  return (
    <>
      <SegmentedControl
        fullWidth
        size="xs"
        aria-label={words['layout.position']()}
        value={part.end}
        data={[
          { value: 'start', label: words['layout.at-start']() },
          { value: 'end', label: words['layout.at-end']() },
        ]}
        onChange={part.setEnd}
      />
      {part.hasSlots && !inside && (
        <SegmentedControl
          fullWidth
          size="xs"
          aria-label={words['layout.primary-or-logical']()}
          value={part.slot}
          data={[
            { value: 'auto', label: words['layout.automatic']() },
            { value: 'primary', label: words['layout.slot-primary']() },
            { value: 'logical', label: words['layout.slot-logical']() },
          ]}
          onChange={part.setSlot}
        />
      )}
    </>
  );
}

function SwapHints({ room, take }: { room: number; take: (size: number) => void }) {
  const { ramBytes } = useOpenState().plan.machine;
  if (ramBytes === null) return null;
  return (
    <div className={classes.hints}>
      {swapRules(ramBytes)
        .filter((rule) => rule.bytes > 0 && rule.bytes <= room)
        .map((rule) => (
          <button key={rule.id} type="button" className={classes.hint} onClick={() => take(rule.bytes)}>
            {formatBoth(rule.bytes)}: {text(rule.reason)}
          </button>
        ))}
    </div>
  );
}
