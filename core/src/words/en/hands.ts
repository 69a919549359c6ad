import { and, binary, quoted } from './format.js';

const SHARES = { half: 'half', quarter: 'a quarter', 'three-quarters': 'three quarters' } as const;
type Share = keyof typeof SHARES;

/** What it costs in data that travels, behind what it does. */
const moving = (moved: number): string => (moved > 0 ? ` (moves ${binary(moved)})` : '');

/** What can be done with a part at a press, and where an edge that is drawn comes to lie. */
export const hands = {
  'verb.keep': () => 'Keep its files',
  'verb.format': () => 'Format',
  'verb.delete': () => 'Delete',
  'verb.undelete': () => 'Keep it as found',
  'verb.fill': () => 'Fill the free space behind it',
  'verb.halve': () => 'Free half of it',
  'verb.give': ({ volume, moved }: { volume: string; moved: number }) =>
    `Give it to ${quoted(volume)}${moving(moved)}`,
  'verb.give-room': ({ volume, gained, moved }: { volume: string; gained: number; moved: number }) =>
    `${binary(gained)} to ${quoted(volume)}${moving(moved)}`,
  'verb.share-out': ({ moved }: { moved: number }) => `Share it between its neighbours${moving(moved)}`,
  'verb.close': ({ moved }: { moved: number }) => `Close it up${moving(moved)}`,
  'verb.to-start': () => 'Put it at the start of the free space',
  'verb.to-end': () => 'Put it at the end of the free space',
  'verb.split-home': () => 'Make a home from its end',
  'verb.trade': ({ other }: { other: string }) => `Swap places with ${quoted(other)}`,
  'verb.as-found': () => 'Restore as found',

  'offer.loaders': () => 'What the systems boot from',
  'offer.system': ({ system }: { system: string }) => system,
  'offer.home': ({ system }: { system: string }) => `A home of its own for ${system}`,
  'offer.swap': ({ system }: { system: string }) => `Swap for ${system}`,
  'offer.shared': ({ systems }: { systems: readonly string[] }) => `Data that ${and(systems)} share`,
  'offer.data': ({ system }: { system: string | null }) => (system === null ? 'Data' : `Data for ${system}`),
  /** Sizes in bytes. */
  'offer.parts': ({ parts }: { parts: readonly { readonly title: string; readonly bytes: number }[] }) =>
    parts.map(({ title, bytes }) => `${title} ${binary(bytes)}`).join(' · '),
  'offer.free': () => 'Nobody: leave it free',
  'offer.other': () => 'Another kind of partition',

  'snap.as-found': () => 'where it was found',
  'snap.all': () => 'all the space',
  'snap.share': ({ share }: { share: Share }) => `${SHARES[share]} of the space`,
  'snap.share-of-both': ({ share }: { share: Share }) => `${SHARES[share]} of both`,
  'snap.at-start': () => 'at the start of the space',
  'snap.at-end': () => 'at the end of the space',
  'snap.in-middle': () => 'in the middle of the space',
  'snap.of-disk': ({ percent }: { percent: number }) => `${percent} % of the disk`,
  'snap.found-start': ({ part }: { part: string }) => `in line with the start of ${quoted(part)} as found`,
  'snap.found-end': ({ part }: { part: string }) => `in line with the end of ${quoted(part)} as found`,
};
