import { systemOf } from '../../plan/index.js';
import type { Step } from '../../sequence/index.js';
import type { System } from '../../system/index.js';
import { words, type StepWords } from './step-words.js';
import type { WordContext } from './word-context.js';

export function firstStart(context: WordContext, step: Step): StepWords {
  const system = systemOf(context.plan, step.system!)!;
  const several = context.plan.systems.length > 1;
  return words(
    `Start ${system.name} from cold`,
    [
      `Choose ${system.name} in the start menu, and log in.`,
      ...clockSetting(system),
      'Shut it down properly, and start it once more.',
    ],
    [
      'It starts twice without asking for repair.',
      ...(system.origin === 'found' ? ['Its files are all there.'] : []),
      ...(several
        ? [`Its clock is right (it reads the machine’s clock as ${clockName(system.clock)}).`]
        : []),
    ],
    { beware: 'Start it again after its first large update: that is when start entries change.' },
  );
}

const clockName = (clock: System['clock']) => (clock === 'utc' ? 'UTC' : 'local time');

/** What is planned otherwise than the family's default has to be set by hand. */
function clockSetting({ family, clock }: System): string[] {
  const usual = family === 'windows' ? 'local' : 'utc';
  return clock === usual
    ? []
    : [
        `Set it to read the machine’s clock as ${clockName(clock)}; by default it takes it for ${clockName(usual)}.`,
      ];
}
