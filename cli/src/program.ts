import { Command, InvalidArgumentError, Option } from 'commander';
import { ImageRefused } from '@rhizotome/core';
import { backup, restore } from './commands/backup.js';
import { verify } from './commands/verify.js';
import { capture, type CaptureOptions } from './commands/capture.js';
import { check } from './commands/check.js';
import { compare, type CompareOptions } from './commands/compare.js';
import { image, type ImageOptions } from './commands/image.js';
import { recipeApply, type RecipeOptions } from './commands/recipe.js';
import { report, REPORTERS, type ReportOptions } from './commands/report.js';
import { runbook, type RunbookOptions } from './commands/runbook.js';
import { script, type ScriptOptions } from './commands/script.js';
import { steps, type StepsOptions } from './commands/steps.js';
import { survey, type SurveyOptions } from './commands/survey.js';
import { EXIT, Failure } from './failure.js';
import { visible } from './visible.js';
import { text as textOf } from './words.js';

const sectorOption = () =>
  new Option(
    '--sector <bytes>',
    'logical sector size, 512 or 4096; found by looking where not given',
  ).argParser((text) => {
    if (text !== '512' && text !== '4096') throw new InvalidArgumentError('It is 512 or 4096.');
    return Number(text);
  });

function byteCount(text: string): number {
  const n = Number(text);
  if (!/^\d+$/.test(text) || !Number.isSafeInteger(n))
    throw new InvalidArgumentError('It is a number of bytes.');
  return n;
}

function stepCount(text: string): number {
  if (!/^\d{1,4}$/.test(text)) throw new InvalidArgumentError('A number of steps is expected, such as 5.');
  return Number(text);
}

/** Tells how the command ends, where that is not well. */
type End = (code: number) => void;

/** What is on a disk, and what a machine tells of itself. */
function aboutDisks(program: Command): void {
  program
    .command('survey <disk>')
    .description('what is on a disk: an image (raw or qcow2), a device, or a capture; - reads standard input')
    .option('--tail <file>', 'last MiB of the disk; <disk> is then its first MiB')
    .option('--size <bytes>', 'size of the disk in bytes, with --tail', byteCount)
    .addOption(sectorOption())
    .addOption(new Option('--json', 'print the survey as JSON').conflicts('notation'))
    .option('--notation', 'print the survey in notation')
    .action((disk: string, options: SurveyOptions) => survey(disk, options));
  program
    .command('capture <disk>')
    .description('both ends of a disk and an archive of what a survey reads, to be sent to someone')
    .requiredOption('-o, --output <folder>', 'folder to write to')
    .addOption(sectorOption())
    .option('--force', 'write over files that are there')
    .action((disk: string, options: CaptureOptions) => capture(disk, options));
  program
    .command('report')
    .description('what this machine tells of itself: disks, firmware, memory; to be pasted into the app')
    .addOption(new Option('--script <system>', 'print the script that does it instead').choices(REPORTERS))
    .action((options: ReportOptions) => report(options));
}

/** What follows from a plan. */
function aboutPlans(program: Command, end: End): void {
  program
    .command('check <plan>')
    .description('findings of a plan; ends with 1 where it cannot work; - reads standard input')
    .option('--json', 'print them as JSON')
    .action((plan: string, options: { json?: boolean }) => {
      end(check(plan, options));
    });
  program
    .command('steps <plan>')
    .description('the steps of a plan in their order; - reads standard input')
    .option('--json', 'print them as JSON')
    .option('--back <steps>', 'print the way back to as found after so many steps', stepCount)
    .action((plan: string, options: StepsOptions) => steps(plan, options));
  program
    .command('runbook <plan>')
    .description('the runbook of a plan as Markdown; - reads standard input')
    .option('--html', 'print it as one page for a browser instead')
    .option('--sheet', 'print only the recognition sheets')
    .option('--moment <steps>', 'print only the disk after so many steps', stepCount)
    .option(
      '--zip <file>',
      'write the runbook, the sheets, the plan, mount tables, scripts and the safety copy into a new zip',
    )
    .option('--force', 'write over an existing file')
    .action((plan: string, options: RunbookOptions) => runbook(plan, options));
  program
    .command('script <plan>')
    .description('the script that carries out a phase in a live session; - reads standard input')
    .option('--phase <number>', 'which phase, where several have one', stepCount)
    .action((plan: string, options: ScriptOptions) => script(plan, options));
  program
    .command('compare <plan> <disk>')
    .description('where a disk, image or capture archive stands in the procedure of a plan')
    .addOption(sectorOption())
    .option('--journal <file>', 'the journal of the script that carries a phase out')
    .option('--json', 'print it as JSON')
    .action((plan: string, disk: string, options: CompareOptions) => {
      end(compare(plan, disk, options));
    });
  program
    .command('image <plan>')
    .description('a disk to practise on, of a plan or a survey, as a sparse image; - reads standard input')
    .addOption(new Option('--state <state>', 'the disk as found or as planned').choices(['found', 'planned']))
    .option('--moment <steps>', 'the disk after so many steps of the plan', stepCount)
    .requiredOption('-o, --output <file>', 'file to write: .qcow2 or .img')
    .option('--force', 'write over a file that is there')
    .action((plan: string, options: ImageOptions) => image(plan, options));
}

/** Many machines, and what a server keeps of them. */
function aboutMany(program: Command, end: End): void {
  program
    .command('recipe')
    .description('one recipe for many machines')
    .command('apply <recipe> <folder>')
    .description('what a recipe comes to on every machine in a folder; ends with 1 where it does not fit one')
    .option('--json', 'print it as JSON')
    .option('--zip <file>', 'write the runbooks of all, and the plan of the day, into a new zip')
    .option('--force', 'write over an existing file')
    .action((recipe: string, folder: string, options: RecipeOptions) => {
      end(recipeApply(recipe, folder, options));
    });
  program
    .command('backup <folder>')
    .description('everything in the data folder of a server, as one file; the server may be running')
    .requiredOption('-o, --output <file>', 'file to write, such as bench.sqlite')
    .action((folder: string, options: { output: string }) => backup(folder, options.output));
  program
    .command('verify <data>')
    .description(
      'replays every machine of a data folder or a backup; ends with 1 where one is not as it was written',
    )
    .action((path: string) => {
      end(verify(path) ? EXIT.done : EXIT.found);
    });
  program
    .command('restore <backup>')
    .description('puts a backup into an empty folder, to be the data of a server')
    .requiredOption('-o, --output <folder>', 'folder to write to')
    .action((file: string, options: { output: string }) => restore(file, options.output));
}

/** Runs one command. @returns the exit code */
export async function run(argv: readonly string[]): Promise<number> {
  let code: number = EXIT.done;
  const end: End = (how) => {
    code = how;
  };
  const program = new Command('rhizotome')
    .description('Reads disks, checks plans, and makes disks to practise on. It changes no disk.')
    .showHelpAfterError('(“rhizotome help COMMAND” tells more)')
    .configureOutput({ outputError: (text, write) => write(text.split('\n').map(visible).join('\n')) })
    .exitOverride();
  aboutDisks(program);
  aboutPlans(program, end);
  aboutMany(program, end);
  try {
    await program.parseAsync(argv, { from: 'user' });
    return code;
  } catch (error) {
    return exitCodeOf(error);
  }
}

function exitCodeOf(error: unknown): number {
  if (error instanceof Failure || error instanceof ImageRefused) {
    const said = error instanceof ImageRefused ? textOf(error.says) : error.message;
    process.stderr.write(`rhizotome: ${said}\n`);
    return EXIT.failed;
  }
  const { code, exitCode } = error as { code?: string; exitCode?: number };
  if (code?.startsWith('commander.')) return exitCode === 0 ? EXIT.done : EXIT.failed;
  throw error;
}
