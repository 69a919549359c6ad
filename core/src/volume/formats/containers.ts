import { Block, type ByteSource } from '../../bytes/index.js';
import { told, unlessUnreadable, type Recognised } from '../reading.js';

/** LUKS2 on-disk format specification, "Binary header"; LUKS1, "phdr": both have the UUID at one place. */
const LUKS = { magic: 0, version: 6, label: 24, uuid: 168 } as const;

/** LUKS 1 and 2. What is inside cannot be read without its key. */
export function probeLuks(source: ByteSource): Recognised | undefined {
  const block = Block.at(source, 0, 512);
  const version = block.u16be(LUKS.version);
  if (block.latin(LUKS.magic, 6) !== 'LUKS\xba\xbe' || (version !== 1 && version !== 2)) return undefined;
  return {
    volume: {
      kind: 'luks',
      variant: `LUKS${version}`,
      ...(version === 2 ? told('label', block.text(LUKS.label, 48)) : {}),
      ...told('uuid', block.text(LUKS.uuid, 40)),
    },
  };
}

/** lvm2, label.h and layout.h: a label in one of the first four sectors of 512 bytes, and the header that it points to. */
const LVM_LABEL_WITHIN = 2048;
const LVM_LABEL = { id: 0, headerOffset: 20, type: 24 } as const;
const LVM_HEADER = { uuid: 0, deviceBytes: 32 } as const;

/** A physical volume of LVM: its label stands in one of the first four 512-byte sectors. */
export function probeLvm(source: ByteSource): Recognised | undefined {
  const block = Block.at(source, 0, LVM_LABEL_WITHIN);
  for (let at = 0; at < LVM_LABEL_WITHIN; at += 512) {
    if (
      block.latin(at + LVM_LABEL.id, 8) !== 'LABELONE' ||
      block.latin(at + LVM_LABEL.type, 8) !== 'LVM2 001'
    )
      continue;
    const header = at + block.u32(at + LVM_LABEL.headerOffset);
    const id = block.latin(header + LVM_HEADER.uuid, 32);
    const uuid = [6, 4, 4, 4, 4, 4, 6].reduce<{ left: string; parts: string[] }>(
      ({ left, parts }, n) => ({ left: left.slice(n), parts: [...parts, left.slice(0, n)] }),
      { left: id, parts: [] },
    );
    return {
      volume: {
        kind: 'lvm',
        uuid: uuid.parts.join('-'),
        sizeBytes: block.u64(header + LVM_HEADER.deviceBytes),
      },
    };
  }
  return undefined;
}

const RAID_MAGIC = 0xa92b4efc;
/** The superblock of version 1 (kernel: md_p.h, mdp_superblock_1). */
const RAID = { magic: 0, version: 4, uuid: 16, name: 32 } as const;
/** Of version 0.90 (md_p.h, mdp_superblock_s): its UUID stands in four words. */
const OLD_RAID = { magic: 0, version: 4, uuid: [0x14, 0x34, 0x38, 0x3c] } as const;

/** A member of a Linux RAID: superblock version 1 at three places, version 0.90 near the end (kernel: md_p.h). */
export function probeRaid(source: ByteSource): Recognised | undefined {
  const sectors = Math.floor(source.sizeBytes / 512);
  const places: readonly [number, string][] = [
    [4096, 'version 1.2'],
    [0, 'version 1.1'],
    [Math.floor((sectors - 16) / 8) * 8 * 512, 'version 1.0'],
  ];
  for (const [at, variant] of places) {
    const block = unlessUnreadable(() => Block.at(source, at, 256));
    if (block?.u32(RAID.magic) !== RAID_MAGIC || block.u32(RAID.version) !== 1) continue;
    return {
      volume: {
        kind: 'raid',
        variant,
        ...told('label', block.text(RAID.name, 32)),
        uuid: block.uuid(RAID.uuid),
      },
    };
  }
  return oldRaid(source);
}

function oldRaid(source: ByteSource): Recognised | undefined {
  const at = Math.floor(source.sizeBytes / 65536) * 65536 - 65536;
  const block = unlessUnreadable(() => Block.at(source, at, 4096));
  if (block?.u32(OLD_RAID.magic) !== RAID_MAGIC || block.u32(OLD_RAID.version) !== 0) return undefined;
  const words = OLD_RAID.uuid.map((at) => block.u32(at).toString(16).padStart(8, '0')).join('');
  const uuid = [
    words.slice(0, 8),
    words.slice(8, 12),
    words.slice(12, 16),
    words.slice(16, 20),
    words.slice(20),
  ];
  return { volume: { kind: 'raid', variant: 'version 0.90', uuid: uuid.join('-') } };
}

/** Boot sectors of Windows' formats name theirs at one place. */
const BOOT = { system: 3, refsMark: 16 } as const;

/** A volume encrypted by Windows itself. Its content cannot be read without its key. */
export function probeWindowsEncrypted(source: ByteSource): Recognised | undefined {
  const boot = Block.at(source, 0, 512);
  if (boot.latin(BOOT.system, 8) !== '-FVE-FS-') return undefined;
  return { volume: { kind: 'windows-encrypted', encrypted: true } };
}

/** ZFS On-Disk Specification §1.3: uberblocks in the first label; a magic of 64 bits in the byte order of the machine. */
const ZFS = { uberblocksAt: 131072, slotBytes: 1024, slots: 128, magic: 0x00bab10c } as const;

/** A member of a ZFS pool: an uberblock in the first label says so, in either byte order. */
export function probeZfs(source: ByteSource): Recognised | undefined {
  for (let slot = 0; slot < ZFS.slots; slot += 4) {
    const block = Block.at(source, ZFS.uberblocksAt + slot * ZFS.slotBytes, 8);
    if (block.u32(0) === ZFS.magic || block.u32be(4) === ZFS.magic) return { volume: { kind: 'zfs' } };
  }
  return undefined;
}

export function probeRefs(source: ByteSource): Recognised | undefined {
  const boot = Block.at(source, 0, 512);
  return boot.latin(BOOT.system, 4) === 'ReFS' && boot.latin(BOOT.refsMark, 4) === 'FSRS'
    ? { volume: { kind: 'refs' } }
    : undefined;
}

/** The private header of a disk managed by LDM, which stands in the disk's sector 6 or in its own partition. */
export function probeLdm(source: ByteSource): Recognised | undefined {
  return Block.at(source, 0, 8).latin(0, 8) === 'PRIVHEAD' ? { volume: { kind: 'ldm' } } : undefined;
}
