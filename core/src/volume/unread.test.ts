import {
  english,
  inEnglish,
  message,
  pseudoLanguage,
  textIn,
  MARK,
  type ReadFaultSays,
} from '../words/index.js';
import { unreadAs, unreadSays } from './unread.js';

const SAID: readonly ReadFaultSays[] = [
  message('read.missing', { from: 4096, to: 8192 }),
  message('read.file-too-large', { path: '/etc/fs tab=%' }),
  message('read.record-mark', { mark: 'FILE' }),
  message('read.apfs-used'),
];

test.each(SAID.map((said) => [said.code, said] as const))('%s is said as it was found', (_, said) => {
  const kept = unreadAs(said);
  expect(kept.startsWith(said.code)).toBe(true);
  expect(inEnglish(unreadSays(kept))).toBe(inEnglish(said));
});

test('marks of other formats are kept by kind, and said by name', () => {
  const kept = unreadAs(message('read.marks', { kinds: ['ntfs', 'lvm'] }));
  expect(kept).toBe('read.marks kinds=ntfs%2Clvm');
  expect(inEnglish(unreadSays(kept))).toBe(
    'whether the marks of NTFS, LVM member that it carries too are remains',
  );
  expect(textIn(pseudoLanguage(english), unreadSays(kept)).startsWith(MARK)).toBe(true);
});

test.each(['its used space: macOS tells it', 'read.nonsense from=1', '', 'read.missing%'])(
  '%j, a sentence of an earlier version or of somebody, stays as it is',
  (kept) => expect(inEnglish(unreadSays(kept))).toBe(kept),
);

test('bytes that are no text are shown as they are written', () =>
  expect(inEnglish(unreadSays('read.record-mark mark=%E0%A4%A'))).toContain('%E0%A4%A'));
