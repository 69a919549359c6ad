import { containerName, containerUuidOf } from '../mounting/index.js';
import { layersOf, type InsideVolume, type Planned, type PlannedPartition } from '../plan/index.js';
import { KIB } from '../quantity/index.js';
import { makeCommands } from '../volume/index.js';

/**
 * What is typed to make an encrypted container, a volume group or one in the other, and the volumes inside: cryptsetup(8),
 * pvcreate(8), vgcreate(8), lvcreate(8). The header is copied, since nothing opens the container without it: to a medium that is mounted at `stick`, or not at all.
 */
export function containerCommands(
  planned: Planned,
  p: PlannedPartition,
  path: string,
  stick: string,
): readonly string[] {
  const { luks, lvm } = layersOf(p);
  const name = containerName(planned, p);
  const opened = luks ? `/dev/mapper/${name}` : path;
  const encrypted = [
    `cryptsetup luksFormat --type luks2 --uuid ${containerUuidOf(planned, p)} ${path}`,
    `mountpoint -q ${stick} && sudo cryptsetup luksHeaderBackup ${path} --header-backup-file ${stick}/${name}.header`,
    `cryptsetup open ${path} ${name}`,
  ];
  return [
    ...(luks ? encrypted : []),
    ...(lvm ? groupCommands(planned, p, opened) : makeCommands(p.fileSystem, opened, p.label)),
  ];
}

function groupCommands(planned: Planned, p: PlannedPartition, path: string): string[] {
  const group = containerName(planned, p).replace(/^crypt-/, 'group-');
  const whole = { name: p.role, fileSystem: p.fileSystem, label: p.label };
  const volumes = p.inside ?? [];
  const sized = ({ name, length }: InsideVolume) =>
    `lvcreate --name ${name} --size ${Math.floor((length * planned.survey.disk.sectorBytes) / KIB)}k ${group}`;
  return [
    `pvcreate ${path}`,
    `vgcreate ${group} ${path}`,
    ...(volumes.length > 0
      ? volumes.flatMap((v) => [sized(v), ...makeCommands(v.fileSystem, `/dev/${group}/${v.name}`, v.label)])
      : [
          `lvcreate --name ${whole.name} --extents 100%FREE ${group}`,
          ...makeCommands(whole.fileSystem, `/dev/${group}/${whole.name}`, whole.label),
        ]),
  ];
}
