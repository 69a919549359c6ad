import { count } from '@rhizotome/core';

const SIZES = {
  least: 'minimum',
  comfortable: 'comfortable',
  generous: 'generous',
  half: 'half of what is free',
  all: 'all that is free',
  bytes: 'a size …',
} as const;

const HOMES = {
  'on-root': 'on the same partition',
  half: 'its own: half of what is free',
  all: 'its own: what is left',
  bytes: 'its own: a size …',
} as const;

const SWAPS = {
  advised: 'as advised',
  fill: 'up to 16 GiB with the memory',
  equal: 'as much as the memory',
  twice: 'twice the memory',
  hibernate: 'enough to hibernate',
  none: 'none',
} as const;

const EFI = {
  any: 'what costs least',
  share: 'share the existing one',
  second: 'another one for the new',
  enlarge: 'enlarge the existing one',
  replace: 'a larger one elsewhere',
} as const;

const NEAR = {
  least: 'Minimum sizes',
  comfortable: 'Comfortable sizes',
  generous: 'Generous sizes',
  home: 'With a home of its own',
} as const;

const MOVES = { any: 'may move', none: 'nothing moves' } as const;

/** What is said of wishes and of the proposals for them. */
export const proposals = {
  'proposals.title': () => 'What you want, and what fits',
  'proposals.what': () =>
    'Say how large each new system shall be and what may change. Every order of the partitions is weighed, and the best plans are shown. Nothing changes before you use one.',
  'proposals.again': () => 'Propose again',
  'proposals.again-what': () =>
    'All new systems have their place. You can have other plans proposed, with other wishes.',
  'proposals.size': () => 'Size',
  'proposals.size-choice': (choice: keyof typeof SIZES) => SIZES[choice],
  'proposals.of': (what: string, system: string) => `${what} of ${system}`,
  'proposals.how-large': () => 'How large',
  'proposals.home': () => 'Home and files',
  'proposals.home-choice': (choice: keyof typeof HOMES) => HOMES[choice],
  'proposals.home-large': () => 'Size of home',
  'proposals.swap': () => 'Swap',
  'proposals.swap-choice': (choice: keyof typeof SWAPS) => SWAPS[choice],
  'proposals.efi': () => 'EFI system partition',
  'proposals.efi-choice': (choice: keyof typeof EFI) => EFI[choice],
  'proposals.moves': () => 'Partitions that are there',
  'proposals.moves-choice': (choice: keyof typeof MOVES) => MOVES[choice],
  'proposals.more': () => 'More wishes',
  'proposals.restarts': () => 'Restarts',
  'proposals.restarts-choice': (most: number | null) =>
    most === null ? 'as many as it takes' : `at most ${most}`,
  'proposals.time': () => 'Time for copying',
  'proposals.time-choice': (minutes: number | null) =>
    minutes === null ? 'as long as it takes' : `at most ${count(minutes, 'minute')}`,
  'proposals.exposure': () => 'A power cut',
  'proposals.exposure-choice': (choice: 'any' | 'none') =>
    choice === 'any' ? 'may cost data in some step' : 'must never cost data',
  'proposals.untouched': () => 'Leave as they are',
  'proposals.searching': (soFar: { proposals: readonly unknown[]; weighed: number } | null) =>
    soFar === null
      ? 'Weighing the orders of the partitions …'
      : `${soFar.weighed} orders of the partitions weighed, ${count(soFar.proposals.length, 'plan')} so far; looking at wishes near by …`,
  'proposals.stop': () => 'Stop',
  'proposals.stopped': () => 'The search was stopped. It runs again when a wish changes.',
  'proposals.failed': (why: string) => `The search could not run: ${why}. Load the page again.`,
  'proposals.none': () => 'Nothing fits these wishes.',
  'proposals.use': () => 'Use this plan',
  'proposals.others': () => 'Other wishes, other plans',
  'proposals.use-nth': (n: number) => `Use plan ${n}`,
  'proposals.first': () => 'Best for your wish',
  'proposals.less': () => 'Less than you wish',
  'proposals.near': (near: keyof typeof NEAR) => NEAR[near],
  'proposals.in-all': (reasons: readonly string[]) => `In all of them: ${reasons.join('; ')}.`,
  'proposals.list': () => 'Proposals',
  'proposals.why-not': () => 'What stands in the way',
  'proposals.lift': () => 'Allow it',
} as const;
