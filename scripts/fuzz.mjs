// Damaged input of every kind, for a bounded time: nothing but the typed refusals may come out, and never late.
// npm run fuzz [-- --seconds 30] [-- --seed 1]
import { readdirSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import {
  beginFromText,
  encodeCaptureArchive,
  formatFat32,
  formatSwap,
  handRowsIn,
  ImageRefused,
  PropertyFault,
  ReadFault,
  readLoadOption,
  readPropertyList,
  openImage,
  parseNotation,
  parseSize,
  printNotation,
  readDocument,
  Recorder,
  settleRows,
  SparseBytes,
  surveyFromDisk,
  surveyFromHand,
  surveyFromLsblk,
  SurveySchema,
} from '@rhizotome/core';
import { DiskFile } from '../cli/dist/disk-file.js';
import { option, Seeded } from './seeded.mjs';

const ROOT = resolve(import.meta.dirname, '..');
const IDENTITY = { id: 'fuzz', takenAt: '2026-01-01T00:00:00.000Z' };
const SLOWEST_MS = 5000;
/** No reader needs more in one piece. */
const MOST_ASKED_BYTES = 64 * 1024 * 1024;
const seconds = option('seconds', 20);
const seed = option('seed', 20261123);

const seeded = new Seeded(seed);
const random = (below) => seeded.next(below);

const survey = (source) => surveyFromDisk(source, { kind: 'image' }, IDENTITY);

/** What a survey reads of each image: the bytes that matter. */
function recorded(name) {
  const file = new DiskFile(join(ROOT, 'demo/images', name));
  const recorder = new Recorder(openImage(file).source);
  const outcome = survey(recorder.source);
  const stretches = recorder.stretches();
  file.close();
  return { name, sizeBytes: recorder.source.sizeBytes, stretches, outcome };
}

const images = readdirSync(join(ROOT, 'demo/images')).filter((f) => f.endsWith('.qcow2'));
const disks = images.map(recorded);
const texts = disks.map((d) => printNotation({ name: 'x', story: '', survey: d.outcome.survey, plan: null }));
const lsblk = JSON.stringify({
  blockdevices: [
    {
      path: '/dev/sda',
      type: 'disk',
      size: 5e11,
      pttype: 'dos',
      children: [
        {
          path: '/dev/sda1',
          type: 'part',
          start: 2048,
          size: 1e9,
          parttype: '0x7',
          fstype: 'ntfs',
          fsused: '5',
        },
        { path: '/dev/sda2', type: 'part', start: 4e6, size: 1024, parttype: '0x5' },
        {
          path: '/dev/sda5',
          type: 'part',
          start: 4e6 + 2048,
          size: 1e9,
          fstype: 'crypto_LUKS',
          children: [{ fstype: 'ext4' }],
        },
      ],
    },
  ],
});
const reports = ['laptop.json', 'live-session.json'].map((name) =>
  readFileSync(join(ROOT, 'core/src/testing/reports', name), 'utf8'),
);
const ioreg = `<plist version="1.0"><array><dict><key>BSD Name</key><string>disk0</string><key>Whole</key><true/>
<key>Size</key><integer>251000193024</integer><key>IORegistryEntryChildren</key><array><dict><key>Base</key>
<integer>20480</integer><key>UUID</key><string>a &amp; &#98;</string></dict></array></dict></array></plist>`;
/** Attributes, length of the path, “T”, a node of a partition, a node of a file, the end (UEFI 2.10, 3.1.3). */
const loadOption = Uint8Array.from([
  ...[1, 0, 0, 0, 56, 0, 0x54, 0, 0, 0],
  ...[4, 1, 42, 0, 1, 0, 0, 0, 0, 8, 0, 0, 0, 0, 0, 0, 0, 16, 0, 0, 0, 0, 0, 0],
  ...new Array(16).fill(7),
  ...[2, 2, 4, 4, 10, 0, 0x5c, 0, 0x61, 0, 0, 0, 0x7f, 0xff, 4, 0],
]);
const qcow2Files = images.map((name) => new Uint8Array(readFileSync(join(ROOT, 'demo/images', name))));
const archive = encodeCaptureArchive({
  diskBytes: disks[0].sizeBytes,
  sectorBytes: 512,
  stretches: disks[0].stretches.filter((s) => s.bytes.length < 100_000),
});
const volumes = [
  formatFat32({ sizeBytes: 64 * 2 ** 20, sectorBytes: 512, label: 'X', serial: 1, hiddenSectors: 0 }),
  formatSwap(64 * 2 ** 20, 'x', '10111213-1415-1617-1819-1a1b1c1d1e1f'),
];

/** Changes a few bytes: bits flipped, words set to extremes, stretches zeroed or copied. */
function mutate(bytes) {
  const copy = Uint8Array.from(bytes);
  for (let n = 1 + random(6); n > 0; n--) {
    const at = random(copy.length);
    switch (random(5)) {
      case 0:
        copy[at] ^= 1 << random(8);
        break;
      case 1:
        copy.fill(random(2) ? 0xff : 0, at, at + 1 + random(8));
        break;
      case 2:
        copy[at] = random(256);
        break;
      case 3:
        copy.fill(0, at, at + random(600));
        break;
      default:
        copy.copyWithin(at, random(copy.length), random(copy.length) + 64);
    }
  }
  return copy;
}

function mutateText(text) {
  let out = text;
  for (let n = 1 + random(8); n > 0; n--) {
    const at = random(out.length);
    const piece = [
      ',',
      '"',
      '\n',
      '#',
      '(',
      '99999999999999999999',
      'GiB',
      '-1',
      '\u0000',
      '{',
      ']',
      'rest',
      '>',
    ][random(13)];
    out = random(2)
      ? out.slice(0, at) + piece + out.slice(at)
      : out.slice(0, at) + out.slice(at + random(30));
  }
  return out;
}

const ROWS = '100MiB efi\n237 GiB ntfs "Station"\n20GiB gap\n1.5T ext4 "long label"\nrest swap';

/** Sometimes with one character a great many times. */
function stretched(text) {
  if (random(4) > 0) return text;
  const at = random(text.length + 1);
  return text.slice(0, at) + [' ', '"', '9', 'a', '('][random(5)].repeat(200_000) + text.slice(at);
}

const inMemory = (bytes) => new SparseBytes(bytes.length, [{ offset: 0, bytes }]);

/** A survey that comes out must be one: its own schema takes it. */
function checkSurvey(outcome) {
  if (!outcome.ok) return;
  const parsed = SurveySchema.safeParse(JSON.parse(JSON.stringify(outcome.survey)));
  if (!parsed.success) throw new Error(`a survey that is none: ${parsed.error.message}`);
}

const ascii = (text) => [...text].map((c) => c.charCodeAt(0));
/** Where each format says what it is. */
const MARKS = [
  [3, ascii('NTFS    ')],
  [3, ascii('EXFAT   ')],
  [1024, ascii('H+')],
  [1024 + 56, [0x53, 0xef]],
  [0, ascii('XFSB')],
  [32, ascii('NXSB')],
  [65536 + 64, ascii('_BHRfS_M')],
  [65536 + 1372, [0x19, 0x01, 0x54, 0x19]],
  [8192 + 1372, [0x54, 0x19, 0x01, 0x00]],
  [32768, [1, ...ascii('CD001')]],
  [4086, ascii('SWAPSPACE2')],
  [512, ascii('LABELONE')],
  [4096, [0xfc, 0x4e, 0x2b, 0xa9, 1, 0, 0, 0]],
  [0, [0x4c, 0x55, 0x4b, 0x53, 0xba, 0xbe, 0, 2]],
  [510, [0x55, 0xaa]],
];

const TARGETS = {
  'disks with damaged tables and volumes': () => {
    const disk = disks[random(disks.length)];
    const hit = random(disk.stretches.length);
    const stretches = disk.stretches.map((s, i) =>
      i === hit || random(12) === 0 ? { ...s, bytes: mutate(s.bytes) } : s,
    );
    const known = new SparseBytes(disk.sizeBytes, stretches);
    const zeros = random(2) === 0;
    const source = {
      sizeBytes: disk.sizeBytes,
      read: (offset, length) => {
        if (length > MOST_ASKED_BYTES) throw new Error(`${length} bytes were asked for at once`);
        if (offset < 0 || length < 0 || offset + length > disk.sizeBytes) return undefined;
        return known.read(offset, length) ?? (zeros ? new Uint8Array(length) : undefined);
      },
    };
    checkSurvey(survey(source));
  },
  'damaged qcow2 files': () => {
    const file = qcow2Files[random(qcow2Files.length)];
    const copy = Uint8Array.from(file);
    copy.set(mutate(copy.subarray(0, 4096)), 0);
    if (random(2)) copy.set(mutate(copy.subarray(65536, 65536 * 6)), 65536);
    checkSurvey(survey(openImage(inMemory(copy)).source));
  },
  'damaged capture archives': () => checkSurvey(survey(openImage(inMemory(mutate(archive))).source)),
  'volumes of our own making': () => {
    const stretches = volumes[random(volumes.length)].map((s) => ({ ...s, bytes: mutate(s.bytes) }));
    const known = new SparseBytes(64 * 2 ** 20, stretches);
    const read = (offset, length) =>
      offset < 0 || offset + length > known.sizeBytes
        ? undefined
        : (known.read(offset, length) ?? new Uint8Array(length));
    checkSurvey(survey({ sizeBytes: known.sizeBytes, read }));
  },
  'marks of every format over noise': () => {
    const size = 2 ** 20 * (1 + random(64));
    const bytes = new Uint8Array(140_000).map(() => (random(3) ? 0 : random(256)));
    const [at, mark] = MARKS[random(MARKS.length)];
    bytes.set(mark, at);
    const known = new SparseBytes(size, [
      { offset: 0, bytes: bytes.subarray(0, Math.min(size, bytes.length)) },
    ]);
    const read = (offset, length) => {
      if (length > MOST_ASKED_BYTES) throw new Error(`${length} bytes were asked for at once`);
      if (offset < 0 || length < 0 || offset + length > size) return undefined;
      return known.read(offset, length) ?? new Uint8Array(length);
    };
    checkSurvey(survey({ sizeBytes: size, read }));
  },
  noise: () => checkSurvey(survey(inMemory(mutate(new Uint8Array(70_000).map(() => random(256)))))),
  notation: () => {
    const outcome = parseNotation(mutateText(texts[random(texts.length)]), IDENTITY);
    if (!outcome.ok && !(outcome.error.line > 0 && outcome.error.message))
      throw new Error('an error without a place');
  },
  'rows by hand': () => {
    const text = stretched(mutateText(ROWS));
    surveyFromHand({ diskBytes: 5e11, sectorBytes: 512, style: random(2) ? 'gpt' : 'mbr', text }, IDENTITY);
    settleRows(handRowsIn(text), 5e11);
  },
  'sizes as typed': () => parseSize(stretched(mutateText('max(30GiB, 10%) + ram * 2 - free 80GiB'))),
  'lsblk output': () => checkSurvey(surveyFromLsblk(mutateText(lsblk), IDENTITY)),
  'reports of machines': () => {
    const outcome = beginFromText(stretched(mutateText(reports[random(reports.length)])), IDENTITY);
    if (outcome.ok && outcome.kind === 'begins' && outcome.beginning.survey)
      checkSurvey({ ok: true, survey: outcome.beginning.survey });
  },
  'property lists': () => {
    try {
      readPropertyList(stretched(mutateText(ioreg)));
    } catch (error) {
      if (!(error instanceof PropertyFault)) throw error;
    }
  },
  'load options': () => {
    try {
      readLoadOption(random(4) ? mutate(loadOption) : new Uint8Array(random(300)).map(() => random(256)));
    } catch (error) {
      if (!(error instanceof ReadFault)) throw error;
    }
  },
  documents: () => readDocument(mutateText(random(2) ? texts[0] : lsblk), IDENTITY),
};

process.stdout.write(`fuzz seed ${seed}, ${seconds} s\n`);
const names = Object.keys(TARGETS);
const tally = Object.fromEntries(names.map((name) => [name, { runs: 0, refused: 0, slowest: 0 }]));
const failures = [];
const end = performance.now() + seconds * 1000;
for (let i = 0; performance.now() < end && failures.length < 5; i++) {
  const name = names[i % names.length];
  const before = seeded.state;
  const began = performance.now();
  try {
    TARGETS[name]();
  } catch (error) {
    if (error instanceof ImageRefused) tally[name].refused += 1;
    else failures.push(`${name} (state ${before}): ${error.stack}`);
  }
  const took = performance.now() - began;
  tally[name].runs += 1;
  tally[name].slowest = Math.max(tally[name].slowest, took);
  if (took > SLOWEST_MS) failures.push(`${name} (state ${before}): took ${Math.round(took)} ms`);
}
for (const [name, { runs, refused, slowest }] of Object.entries(tally))
  process.stdout.write(`fuzz ${name}: ${runs} runs, ${refused} refused, slowest ${slowest.toFixed(0)} ms\n`);
for (const failure of failures) process.stdout.write(`fuzz FAILED ${failure}\n`);
process.exit(failures.length > 0 ? 1 : 0);
