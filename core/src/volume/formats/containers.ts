import { Block, type ByteSource } from '../../bytes/index.js';
import { told, unlessUnreadable, type Recognised } from '../reading.js';

/** LUKS 1 and 2 (LUKS2 on-disk format specification, "Binary header"). What is inside cannot be read without its key. */
export function probeLuks(source: ByteSource): Recognised | undefined {
  const block = Block.at(source, 0, 512);
  const version = block.u16be(6);
  if (block.latin(0, 6) !== 'LUKS\xba\xbe' || (version !== 1 && version !== 2)) return undefined;
  return {
    volume: {
      kind: 'luks',
      variant: `LUKS${version}`,
      ...(version === 2 ? told('label', block.text(24, 48)) : {}),
      ...told('uuid', block.text(168, 40)),
    },
  };
}

/** A physical volume of LVM: its label stands in one of the first four 512-byte sectors. */
export function probeLvm(source: ByteSource): Recognised | undefined {
  const block = Block.at(source, 0, 2048);
  for (let at = 0; at < 2048; at += 512) {
    if (block.latin(at, 8) !== 'LABELONE' || block.latin(at + 24, 8) !== 'LVM2 001') continue;
    const header = at + block.u32(at + 20);
    const id = block.latin(header, 32);
    const uuid = [6, 4, 4, 4, 4, 4, 6].reduce<{ left: string; parts: string[] }>(
      ({ left, parts }, n) => ({ left: left.slice(n), parts: [...parts, left.slice(0, n)] }),
      { left: id, parts: [] },
    );
    return { volume: { kind: 'lvm', uuid: uuid.parts.join('-'), sizeBytes: block.u64(header + 32) } };
  }
  return undefined;
}

const RAID_MAGIC = 0xa92b4efc;

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
    if (block?.u32(0) !== RAID_MAGIC || block.u32(4) !== 1) continue;
    return { volume: { kind: 'raid', variant, ...told('label', block.text(32, 32)), uuid: block.uuid(16) } };
  }
  return oldRaid(source);
}

function oldRaid(source: ByteSource): Recognised | undefined {
  const at = Math.floor(source.sizeBytes / 65536) * 65536 - 65536;
  const block = unlessUnreadable(() => Block.at(source, at, 4096));
  if (block?.u32(0) !== RAID_MAGIC || block.u32(4) !== 0) return undefined;
  const words = [0x14, 0x34, 0x38, 0x3c].map((at) => block.u32(at).toString(16).padStart(8, '0')).join('');
  const uuid = [
    words.slice(0, 8),
    words.slice(8, 12),
    words.slice(12, 16),
    words.slice(16, 20),
    words.slice(20),
  ];
  return { volume: { kind: 'raid', variant: 'version 0.90', uuid: uuid.join('-') } };
}

/** A volume encrypted by Windows itself. Its content cannot be read without its key. */
export function probeWindowsEncrypted(source: ByteSource): Recognised | undefined {
  const boot = Block.at(source, 0, 512);
  if (boot.latin(3, 8) !== '-FVE-FS-') return undefined;
  return { volume: { kind: 'windows-encrypted', encrypted: true } };
}

/** A member of a ZFS pool: an uberblock in the first label says so, in either byte order. */
export function probeZfs(source: ByteSource): Recognised | undefined {
  for (let slot = 0; slot < 128; slot += 4) {
    const block = Block.at(source, 131072 + slot * 1024, 8);
    if (block.u32(0) === 0x00bab10c || block.u32be(4) === 0x00bab10c) return { volume: { kind: 'zfs' } };
  }
  return undefined;
}

export function probeRefs(source: ByteSource): Recognised | undefined {
  const boot = Block.at(source, 0, 512);
  return boot.latin(3, 4) === 'ReFS' && boot.latin(16, 4) === 'FSRS'
    ? { volume: { kind: 'refs' } }
    : undefined;
}

/** The private header of a disk managed by LDM, which stands in the disk's sector 6 or in its own partition. */
export function probeLdm(source: ByteSource): Recognised | undefined {
  return Block.at(source, 0, 8).latin(0, 8) === 'PRIVHEAD' ? { volume: { kind: 'ldm' } } : undefined;
}
