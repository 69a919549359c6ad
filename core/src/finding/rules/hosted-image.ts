import { floorOf, isEncrypted, partitionOf, usedOf } from '../../plan/index.js';
import { formatBoth } from '../../quantity/index.js';
import { hostedRoomBytes } from '../../sizing/index.js';
import { VOLUME_TRAITS } from '../../volume/index.js';
import { bytesOfPart, titleOf } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const hostedImage: Rule = {
  id: 'hosted-image',
  level: 'blocker',
  basis: 'Rule of thumb: the file and a tenth; the host must be readable before anything is started',
  check: (context) =>
    context.plan.systems
      .filter((s) => s.change !== 'retire')
      .flatMap((system) => {
        const { plan, survey } = context;
        if (!system.host) return [];
        const host = partitionOf(plan, system.host.partition);
        const needed = hostedRoomBytes(system.host.bytes);
        const evidence = [fact('image', formatBoth(system.host.bytes)), fact('needed', formatBoth(needed))];
        const own = [
          {
            title: `Give ${system.name} partitions of its own`,
            edit: { kind: 'change-system' as const, system: system.id, changes: { host: null } },
          },
        ];
        const told = (of: string, title: string, why: string, more = evidence) => [
          {
            of: `${system.id}-${of}`,
            title,
            why,
            evidence: more,
            systems: [system.id],
            partitions: host ? [host.id] : [],
            remedies: own,
          },
        ];
        if (!host)
          return told(
            'gone',
            `The volume that is to hold ${system.name} is gone`,
            'Its image file would have no place.',
          );
        if (isEncrypted(plan, host))
          return told(
            'locked',
            `${titleOf(host)} is encrypted, and cannot hold ${system.name}`,
            'The loader cannot read the image before the volume is unlocked.',
          );
        if (VOLUME_TRAITS[host.fileSystem].opaque || ['none', 'swap', 'unknown'].includes(host.fileSystem))
          return told(
            'kind',
            `${titleOf(host)} cannot hold an image file`,
            'It has no file system in which a loader finds a file.',
          );
        const sleeping = plan.systems.find(
          (s) => host.owners.includes(s.id) && s.id !== system.id && s.hibernates,
        );
        if (sleeping)
          return told(
            'sleeps',
            `${sleeping.name} leaves ${titleOf(host)} in use when it sleeps`,
            `${system.name} writes to it meanwhile, and files are destroyed. Turn hibernation and fast startup off there.`,
          ).map((d) => ({
            ...d,
            remedies: [
              {
                title: `${sleeping.name} will not hibernate`,
                edit: { kind: 'change-system' as const, system: sleeping.id, changes: { hibernates: false } },
              },
              ...own,
            ],
          }));
        const used =
          host.from === null || host.treatment === 'format'
            ? 0
            : (usedOf({ plan, survey }, host.from)?.bytes ?? floorOf({ plan, survey }, host)?.bytes);
        const free = used === undefined ? undefined : bytesOfPart(context, host) - used;
        if (free === undefined || free >= needed) return [];
        return told(
          'room',
          `${titleOf(host)} has not enough room for the image of ${system.name}`,
          'The file and what it grows by must fit beside what is there.',
          [...evidence, fact('free', formatBoth(Math.max(0, free)))],
        );
      }),
};
