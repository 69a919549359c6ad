import { containerName, containerUuidOf } from '../mounting/index.js';
import { layersOf, type InsideVolume, type Planned, type PlannedPartition } from '../plan/index.js';
import { KIB } from '../quantity/index.js';
import { makeCommands, type UtilityLine } from '../volume/index.js';

/** Where the medium is mounted that copies are written to: never this disk, and not the memory of a live session. */
export const STICK = '/mnt/stick';

const plain = (line: string): UtilityLine => ({ line });

/**
 * What makes an encrypted container, a volume group or one in the other, and the volumes inside: cryptsetup(8), pvcreate(8), vgcreate(8),
 * lvcreate(8); and what closes it again. The header is copied, since nothing opens the container without it: to a medium that is mounted at `STICK`, or not at all.
 */
export function containerLines(planned: Planned, p: PlannedPartition, path: string): readonly UtilityLine[] {
  const { luks, lvm } = layersOf(p);
  const name = containerName(planned, p);
  const inside = luks ? `/dev/mapper/${name}` : path;
  return [
    ...(luks ? encrypted(planned, p, path, name) : []),
    ...(lvm
      ? groupLines(planned, p, inside)
      : makeCommands(p.fileSystem, inside, p.label).map((line) => plain(line))),
    ...(luks ? [plain(`cryptsetup close ${name}`)] : []),
  ];
}

const encrypted = (planned: Planned, p: PlannedPartition, path: string, name: string): UtilityLine[] => [
  {
    line: `cryptsetup luksFormat --type luks2 --uuid ${containerUuidOf(planned, p)} ${path}`,
    asks: 'passphrase',
  },
  {
    line: `mountpoint -q ${STICK} && sudo cryptsetup luksHeaderBackup ${path} --header-backup-file ${STICK}/${name}.header`,
    unattended: `cryptsetup luksHeaderBackup ${path} --header-backup-file "$FOLDER"/${name}.header`,
  },
  { line: `cryptsetup open ${path} ${name}`, asks: 'passphrase' },
];

function groupLines(planned: Planned, p: PlannedPartition, path: string): UtilityLine[] {
  const group = containerName(planned, p).replace(/^crypt-/, 'group-');
  const whole = { name: p.role, fileSystem: p.fileSystem, label: p.label };
  const volumes = p.inside ?? [];
  const sized = ({ name, length }: InsideVolume) =>
    `lvcreate --name ${name} --size ${Math.floor((length * planned.survey.disk.sectorBytes) / KIB)}k ${group}`;
  const made =
    volumes.length > 0
      ? volumes.flatMap((v) => [sized(v), ...makeCommands(v.fileSystem, `/dev/${group}/${v.name}`, v.label)])
      : [
          `lvcreate --name ${whole.name} --extents 100%FREE ${group}`,
          ...makeCommands(whole.fileSystem, `/dev/${group}/${whole.name}`, whole.label),
        ];
  return [`pvcreate ${path}`, `vgcreate ${group} ${path}`, ...made, `vgchange --activate n ${group}`].map(
    plain,
  );
}
