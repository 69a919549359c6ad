import { and, binary, both, capital, count, lowered, quoted } from './format.js';

type Fit = 'nothing' | 'too-small' | 'least' | 'comfortable' | 'generous';

const COLUMNS = { machine: 'Machine', becomes: 'Result', restarts: 'Restarts', time: 'Time' } as const;

const FITS: Readonly<Record<Fit, string>> = {
  nothing: 'no place',
  'too-small': 'less than it needs',
  least: 'enough, but tight',
  comfortable: 'comfortable',
  generous: 'generous',
};

/** What is proposed: strategies for the EFI system partition, space and partitions for a system. */
export const proposals = {
  'efi.share': () => 'Share the existing one',
  'efi.second': () => 'Create a second one for the new system',
  'efi.first': () => 'Create one',
  'efi.enlarge': () => 'Enlarge the existing one',
  'efi.replace': ({ volume }: { volume: string }) => `Replace ${quoted(volume)} with a larger one elsewhere`,
  'efi-risk.not-format': () =>
    'The installer must mount it without formatting it. Formatting would erase the boot loaders of the other systems.',
  'efi-risk.disturb': () => 'An update of one system can damage the files of another.',
  'efi-risk.first-only': () =>
    'Some firmware and installers use only the first one on the disk. Choose the right one in the installer, and check the boot entries afterwards.',
  'efi-risk.moves': () =>
    'The partitions behind it must move: all their data is copied, and a power cut during the copy can destroy it.',
  'efi-risk.repair': () => 'A system whose start has moved may need its boot files repaired.',
  'efi-risk.copy': () =>
    'The boot loaders are copied and their boot entries created again. Until then the existing systems do not start.',
  'efi-risk.keep-old': () => 'Keep the old one until every system has started from the new one.',
  'efi-no.none': () => 'There is no EFI system partition on the disk to keep.',
  'efi-no.not-fat': ({ volume }: { volume: string }) =>
    `${quoted(volume)} is not FAT, and firmware reads nothing else there.`,
  'efi-no.too-small': ({ bytes, needed }: { bytes: number; needed: number }) =>
    `It has ${both(bytes)}, and needs ${both(needed)} for all the files planned on it.`,
  'efi-no.no-gap': ({ bytes }: { bytes: number }) =>
    `No free space is large enough for another one of ${both(bytes)}. Shrink a volume first.`,
  'efi-no.large-enough': () => 'It is large enough already.',
  'efi-no.stuck': ({ bytes }: { bytes: number }) =>
    `The partitions behind it cannot make room: ${both(bytes)} are missing before a partition that must stay where it is.`,
  'efi-no.no-order': () => 'The steps for this cannot be put in order on this disk.',

  'reason.moves-nothing': () => 'moves no partition',
  'reason.moves': ({ volumes, bytes }: { volumes: readonly string[]; bytes: number }) =>
    `moves ${and(volumes.map(quoted))}, ${binary(bytes)}`,
  'reason.free-space': () => 'uses free space only',
  'reason.keeps': ({ volume, bytes }: { volume: string; bytes: number }) =>
    `${quoted(volume)} keeps ${binary(bytes)}`,
  'reason.system': ({ system, bytes, fit }: { system: string; bytes: number; fit: Fit }) =>
    `${system} has ${binary(bytes)}, ${FITS[fit]}`,
  'reason.room': ({ system, bytes }: { system: string; bytes: number }) =>
    `${binary(bytes)} stay free for the setup of ${system}`,
  'reason.part': ({ role, bytes, system }: { role: string; bytes: number; system: string }) =>
    `${role}${system === '' ? '' : ` of ${system}`} ${binary(bytes)}`,
  'reason.loader': ({ strategy }: { strategy: string }) => `EFI system partition: ${lowered(strategy)}`,
  'reason.exposed': ({ count: n }: { count: number }) => `in ${count(n, 'step')} a power cut could cost data`,
  'reason.restarts': ({ count: n }: { count: number }) => count(n, 'restart'),
  'proof.nothing': () => 'No partition moves, so no plan can move less.',
  'proof.least': ({ weighed }: { weighed: number }) =>
    `No plan that gives all of this moves less data, with at most one of the partitions that stay in another place in the order. ${capital(count(weighed, 'order'))} of the partitions ${weighed === 1 ? 'was' : 'were'} weighed; no other can be better.`,
  'proof.most': ({ weighed }: { weighed: number }) =>
    `No plan within these wishes gives more, with at most one of the partitions that stay in another place in the order. ${capital(count(weighed, 'order'))} of the partitions ${weighed === 1 ? 'was' : 'were'} weighed; no other can be better.`,
  'proof.not-all': ({ weighed }: { weighed: number }) =>
    `This disk has too many partitions to weigh every order: ${count(weighed, 'order')} were. A better plan may exist.`,
  'why-not.moved': (p: { volumes: readonly string[]; bytes: number; restarts: number }) =>
    `It would fit if ${and(p.volumes.map(quoted))} may move: ${both(p.bytes)} of data, ${count(p.restarts, 'restart')} in all.`,
  'why-not.untouched': ({ volume }: { volume: string }) => `It would fit if ${quoted(volume)} may change.`,
  'why-not.empty': ({ volume, used }: { volume: string; used: number }) =>
    `It would fit if ${quoted(volume)} went: it is empty but for ${binary(used)}. Look into it before.`,
  'why-not.efi': () => 'It would fit with another choice for the EFI system partition.',
  'why-not.restarts': ({ restarts }: { restarts: number }) =>
    `It would fit with ${count(restarts, 'restart')}.`,
  'why-not.time': ({ seconds }: { seconds: number }) =>
    `It would fit if copying may take ${count(Math.ceil(seconds / 60), 'minute')}.`,
  'why-not.exposure': ({ count: n }: { count: number }) =>
    `It would fit if a power cut in ${count(n, 'step')} may cost data. Make a backup first.`,
  'why-not.tight': ({ volume, bytes, free }: { volume: string; bytes: number; free: number }) =>
    `It would fit if ${quoted(volume)} is shrunk to ${both(bytes)}, which leaves it only ${binary(free)} of free space. That is less than it should have.`,
  'why-not.unknown': ({ volume }: { volume: string }) =>
    `Nobody has entered how much of ${quoted(volume)} is used, so it gives nothing. Enter it under As found.`,
  'why-not.short': ({ bytes, free }: { bytes: number; free: number }) =>
    `The disk is ${both(bytes)} too small for this: ${binary(free)} are free or can be freed.`,

  'recipe.there': () => 'has everything already',
  'recipe.no': ({ why }: { why: readonly string[] }) => `does not fit. ${why.join(' ')}`,
  'recipe.whole': ({ reasons }: { reasons: readonly string[] }) => `fits: ${reasons.join('; ')}`,
  'recipe.less': ({ reasons }: { reasons: readonly string[] }) => `fits with less: ${reasons.join('; ')}`,
  'recipe.column': ({ column }: { column: 'machine' | 'becomes' | 'restarts' | 'time' }) => COLUMNS[column],
  'recipe.totals': (p: {
    whole: number;
    less: number;
    no: number;
    there: number;
    movedBytes: number;
    restarts: number;
    time: string;
  }) =>
    `${count(p.whole, 'machine')} as wished, ${p.less} with less, ${p.no} not at all, ${p.there} done already. In all ${count(p.restarts, 'restart')}, up to ${binary(p.movedBytes)} of data copied within the disks, ${p.time}.`,

  'size.becomes': ({ volume, bytes }: { volume: string; bytes: number }) =>
    `${quoted(volume)} becomes ${both(bytes)}`,
  'size.slide': ({ volume, bytes }: { volume: string; bytes: number }) =>
    `${quoted(volume)} becomes ${both(bytes)}, and its neighbours move`,
  'size.create': ({ role, bytes }: { role: string; bytes: number }) =>
    `a new ${role} of ${both(bytes)} in the largest free space`,
  'size.from-home': ({ volume, bytes }: { volume: string; bytes: number }) =>
    `${quoted(volume)} becomes ${both(bytes)}, from the home behind it`,
  'size.from-root': ({ volume, bytes }: { volume: string; bytes: number }) =>
    `a home of ${both(bytes)} from the end of ${quoted(volume)}`,
  'size.delete': ({ volume }: { volume: string }) => `${quoted(volume)} is deleted`,
  'size-no.none': () => 'There is none now, and the size is 0.',
  'size-no.gap': ({ bytes }: { bytes: number }) => `No free space is large enough for ${both(bytes)}.`,
  'size-no.needed': ({ volume }: { volume: string }) => `${quoted(volume)} is needed and cannot be 0.`,
};
