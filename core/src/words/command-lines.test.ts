import { spawnSync } from 'node:child_process';
import fc from 'fast-check';
import { commandLines, MOST_COLUMNS } from './command-lines.js';

/** The words that a shell makes of what is typed, each on a line of its own. */
const typed = (shell: string, text: string): string[] => {
  const { stdout } = spawnSync(shell, ['-c', `printf '<%s>\\n' ${text}`], { encoding: 'utf8' });
  return stdout.split('\n');
};

const anyWord = fc.oneof(
  fc.stringMatching(/^[A-Za-z0-9/=._-]{1,40}$/),
  fc.stringMatching(/^[A-Za-z0-9/=._-]{1,200}$/),
  fc.string({ maxLength: 120 }).map((s) => `'${s.replace(/[\0\n\r]/g, '').replaceAll("'", `'\\''`)}'`),
);

test('typed line by line a command is the command, in every shell of a live session', () => {
  const shells = ['dash', 'bash', 'sh'].filter(
    (s) => spawnSync('sh', ['-c', `command -v ${s}`]).status === 0,
  );
  fc.assert(
    fc.property(
      fc.array(anyWord, { minLength: 1, maxLength: 8 }),
      fc.constantFrom(...shells),
      (words, shell) => {
        const command = words.join(' ');
        expect(typed(shell, commandLines(command).join('\n'))).toEqual(typed(shell, command));
      },
    ),
    { numRuns: 60 },
  );
});

test('no line of it is longer than a page holds, and none but the last can stand alone', () =>
  fc.assert(
    fc.property(fc.array(anyWord, { minLength: 1, maxLength: 12 }), (words) => {
      const lines = commandLines(words.join(' '));
      for (const line of lines) expect(line.length).toBeLessThanOrEqual(MOST_COLUMNS);
      for (const line of lines.slice(0, -1)) expect(line).toMatch(/\\$/);
    }),
  ));

test('a short command is one line, and a Windows continues its lines with its own mark', () => {
  expect(commandLines('powercfg /h off', '^')).toEqual(['powercfg /h off']);
  const key = 'HKLM\\SYSTEM\\CurrentControlSet\\Control\\TimeZoneInformation';
  expect(commandLines(`reg add ${key} /v RealTimeIsUniversal /t REG_DWORD /d 1 /f`, '^')).toEqual([
    `reg add ${key} /v ^`,
    'RealTimeIsUniversal /t REG_DWORD /d 1 /f',
  ]);
});
