import {
  apply,
  formatBoth,
  message,
  offersFor,
  partitionOf,
  sizeOf,
  type Filling,
  type GapOffer,
  type GapPart,
  type Survey,
} from '@rhizotome/core';
import { useMemo } from 'react';
import { useEdit, useOpenState, useSelection } from '../../open/context.js';
import { useEditPreview } from '../../open/preview.js';
import { ownerFill } from '../../parts/owners.js';
import { text } from '../../words/say.js';
import { words } from '../../words/words.js';
import classes from './FreeSpace.module.css';

/** Who comes first: whoever waits, then what those that are there could use, then what stands beside it, then nobody. */
const KINDS: readonly GapOffer['kind'][] = ['system', 'data', 'neighbour', 'free'];

/**
 * Free space: who shall have it. Each offer is drawn as it would fill the space, and one press takes it; everything else of what it
 * makes is changed afterwards, where that is selected.
 */
export function FreeSpace({ survey, gap }: { survey: Survey; gap: GapPart }) {
  const { plan } = useOpenState();
  const offers = useMemo(() => offersFor({ plan, survey }, gap.id), [plan, survey, gap.id]);
  const room = sizeOf(gap.usable, survey);
  if (offers.length === 0)
    return (
      <>
        <h2>{words['layout.free-space']()}</h2>
        <p className="soft">{words['layout.too-small-partition'](formatBoth(sizeOf(gap, survey)))}</p>
      </>
    );
  const other = offers.find((offer) => offer.kind === 'other');
  return (
    <>
      <h2>{words['layout.who-shall-have-it']()}</h2>
      <p className="soft" data-fact="room">
        {words['layout.room'](formatBoth(room), gap.inside)}
      </p>
      <ul className={classes.offers} data-offers>
        {KINDS.flatMap((kind) => offers.filter((offer) => offer.kind === kind)).map((offer) => (
          <li key={offer.id}>
            <Offer offer={offer} room={room} />
          </li>
        ))}
      </ul>
      {other && <Other offer={other} />}
    </>
  );
}

/** Takes an offer, and selects what it made. */
function useTaking(offer: GapOffer) {
  const { plan, survey } = useOpenState();
  const { attempt } = useEdit();
  const { select } = useSelection();
  const preview = useEditPreview(offer.edit);
  const take = () => {
    if (!offer.edit) return select(null);
    const after = apply(plan, offer.edit, () => survey);
    const made = after.ok ? after.plan.partitions.filter((p) => partitionOf(plan, p.id) === undefined) : [];
    if (attempt(offer.edit) && offer.kind !== 'neighbour')
      select((made.find((p) => p.role === 'root') ?? made[0])?.id ?? null);
  };
  return { take, preview };
}

function Offer({ offer, room }: { offer: GapOffer; room: number }) {
  const { take, preview } = useTaking(offer);
  const parts = offer.fills.flatMap(({ title, bytes }) => (title === null ? [] : [{ title, bytes }]));
  return (
    <button type="button" className={classes.offer} data-offer={offer.id} onClick={take} {...preview}>
      <Strata fills={offer.fills} room={room} />
      <span className={classes.words}>
        <b>{text(offer.title)}</b>
        {offer.kind !== 'free' && offer.kind !== 'neighbour' && (
          <span className="small soft">{text(message('offer.parts', { parts }))}</span>
        )}
      </span>
    </button>
  );
}

/** What no other offer covers: it is made of the whole space, and becomes what it shall be where it is selected. */
function Other({ offer }: { offer: GapOffer }) {
  const { take, preview } = useTaking(offer);
  return (
    <button type="button" className={classes.other} data-offer={offer.id} onClick={take} {...preview}>
      {text(offer.title)}
    </button>
  );
}

/** A small core of the space alone: what would lie in it, from its start down to its end. */
function Strata({ fills, room }: { fills: readonly Filling[]; room: number }) {
  const { systems } = useOpenState().plan;
  return (
    <span className={classes.core} aria-hidden>
      {fills.map((fill, i) => (
        <span
          key={i}
          data-free={fill.title === null || undefined}
          style={{
            flexGrow: Math.max(fill.bytes / room, 0.02),
            ...(fill.title === null ? {} : { background: ownerFill(systems, fill.owners) }),
          }}
        />
      ))}
    </span>
  );
}
