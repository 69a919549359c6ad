import { ActionIcon, NativeSelect, NumberInput } from '@mantine/core';
import {
  partitionOf,
  startOf,
  startWords,
  type LoaderPlace,
  type Plan,
  type StartArrangement,
  type StartWay,
  type Survey,
  type System,
} from '@rhizotome/core';
import { say } from '../../words/say.js';
import { useEdit, useOpenState } from '../../open/context.js';
import { OwnerSwatch } from '../../parts/OwnerSwatch.js';
import classes from './StartTable.module.css';
import { words } from '../../words/words.js';
import { partitionTitle } from '../../words/names.js';

/** Who starts each system and from where, in the order of the entries; proposed until it is decided. */
export function StartTable({ survey }: { survey: Survey }) {
  const { plan } = useOpenState();
  const { attempt } = useEdit();
  const arrangement = startOf(plan);
  if (arrangement.ways.length === 0) return null;
  const wait = arrangement.waitSeconds;
  return (
    <section className={classes.start} aria-labelledby="start-title">
      <h2 id="start-title">{words['boot.how-each-system-boots']()}</h2>
      <ol className={classes.rows}>
        {arrangement.order.map((system, i) => (
          <Row key={system.id} plan={plan} survey={survey} arrangement={arrangement} system={system} at={i} />
        ))}
      </ol>
      <div className={classes.wait}>
        <NumberInput
          size="xs"
          label={words['boot.seconds-before-default-starts']()}
          placeholder={words['boot.as-its-boot-loader']()}
          min={0}
          max={3600}
          value={wait ?? ''}
          onChange={(value) =>
            attempt({
              kind: 'set-start',
              changes: { waitSeconds: typeof value === 'number' ? value : null },
            })
          }
        />
      </div>
    </section>
  );
}

interface RowProps {
  readonly plan: Plan;
  readonly survey: Survey;
  readonly arrangement: StartArrangement;
  readonly system: System;
  readonly at: number;
}

function Row({ plan, survey, arrangement, system, at }: RowProps) {
  const { attempt } = useEdit();
  const { ways, order } = arrangement;
  const way = ways.find((w) => w.system.id === system.id)!;
  const decide = (by: string | null, place: LoaderPlace | null) =>
    place && attempt({ kind: 'set-loader', system: system.id, loader: { by, place } });
  const earlier = () => {
    const ids = order.map((s) => s.id);
    [ids[at - 1], ids[at]] = [ids[at]!, ids[at - 1]!];
    attempt({ kind: 'set-start', changes: { order: ids } });
  };
  return (
    <li className={classes.row}>
      <span className={classes.name}>
        <OwnerSwatch owners={[system.id]} />
        <b>{system.name}</b>
        {at === 0 ? (
          <span className="small soft">{words['boot.first']()}</span>
        ) : (
          <ActionIcon
            size="sm"
            variant="subtle"
            color="loam"
            aria-label={words['boot.move-up'](system.name)}
            onClick={earlier}
          >
            ↑
          </ActionIcon>
        )}
      </span>
      <NativeSelect
        size="xs"
        aria-label={words['boot.how-boots'](system.name)}
        value={way.by?.id ?? ''}
        data={[
          { value: '', label: words['boot.its-own-boot-entry']() },
          ...ways
            .filter((w) => w.system.id !== system.id)
            .map((w) => ({ value: w.system.id, label: words['boot.boot-menu'](w.system.name) })),
        ]}
        onChange={(e) => decide(e.currentTarget.value || null, way.place ?? { kind: 'disk' })}
      />
      <NativeSelect
        size="xs"
        aria-label={words['boot.place-boot-loader'](system.name)}
        value={keyOf(way.place)}
        data={placesFor(plan, way)}
        onChange={(e) => decide(way.by?.id ?? null, placeOf(e.currentTarget.value))}
      />
      <Reached plan={plan} survey={survey} way={way} />
    </li>
  );
}

interface ReachedProps {
  readonly plan: Plan;
  readonly survey: Survey;
  readonly way: StartWay;
}

/** How the system is reached, or what is wrong with that, and who decided on it. */
function Reached({ plan, survey, way }: ReachedProps) {
  const { attempt } = useEdit();
  const { system, decided } = way;
  const says = startWords({ plan, survey }).find((w) => w.system.id === system.id)!;
  return (
    <span className="small">
      {says.fault ? (
        <span className={classes.fault}>{say(says.fault)}</span>
      ) : (
        <span className="soft">{say(says.reached)}</span>
      )}{' '}
      {decided && (
        <button
          type="button"
          className={classes.open}
          onClick={() => attempt({ kind: 'set-loader', system: system.id, loader: null })}
        >
          {words['boot.reset-proposed']()}
        </button>
      )}
      {!decided && !says.fault && <span className="soft">{words['boot.proposed']()}</span>}
    </span>
  );
}

/** EFI system partitions, the disk, and where it is told to lie now. */
function placesFor(plan: Plan, { place }: StartWay): { value: string; label: string }[] {
  const efi = plan.partitions.filter((p) => p.role === 'efi');
  const list = [
    ...(place ? [] : [{ value: '', label: words['boot.no-place-yet']() }]),
    ...efi.map((p) => ({ value: `efi ${p.id}`, label: words['boot.on'](partitionTitle(p)) })),
    { value: 'disk', label: words['boot.first-sector-disk']() },
  ];
  const known = list.some((option) => option.value === keyOf(place));
  if (known || !place || place.kind === 'disk') return list;
  const p = partitionOf(plan, place.partition);
  return [
    ...list,
    {
      value: keyOf(place),
      label: p ? words['boot.on'](partitionTitle(p)) : words['boot.partition-no-longer-there'](),
    },
  ];
}

function keyOf(place: LoaderPlace | null): string {
  if (!place) return '';
  return place.kind === 'disk' ? 'disk' : `${place.kind} ${place.partition}`;
}

function placeOf(key: string): LoaderPlace | null {
  if (key === '') return null;
  if (key === 'disk') return { kind: 'disk' };
  const [kind, ...id] = key.split(' ');
  return { kind: kind === 'efi' ? 'efi' : 'partition', partition: id.join(' ') };
}
