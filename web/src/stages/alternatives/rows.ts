import {
  figuresOf,
  formatBinary,
  message,
  MIB,
  timeSays,
  type Plan,
  type PlanFigures,
  type SizeFit,
  type Survey,
} from '@rhizotome/core';
import { say } from '../../words/say.js';
import { movedInWords } from '../../parts/figures.js';
import { words } from '../../words/words.js';

/** One figure of every plan that is compared. */
export interface Row {
  readonly name: string;
  readonly values: readonly string[];
  /** Which are best, where they differ and one can be. */
  readonly best: readonly boolean[];
}

interface Kind {
  readonly name: string;
  readonly say: (figures: PlanFigures) => string;
  /** The smaller, the better; absent where neither is. */
  readonly rank?: (figures: PlanFigures) => number;
}

const KINDS: readonly Kind[] = [
  { name: words['alternatives.data-moved'](), say: (f) => movedInWords(f.moved), rank: (f) => f.moved.most },
  {
    name: words['alternatives.copying-time'](),
    say: (f) => (f.seconds.most === 0 ? words['parts.none']() : say(timeSays(f.seconds))),
    rank: (f) => f.seconds.most,
  },
  { name: words['shell.restarts'](), say: (f) => String(f.restarts), rank: (f) => f.restarts },
  {
    name: words['alternatives.steps-at-risk-from'](),
    say: (f) => String(f.exposures),
    rank: (f) => f.exposures,
  },
  {
    name: words['alternatives.partitions-deleted-or-erased'](),
    say: (f) => String(f.givenUp),
    rank: (f) => f.givenUp,
  },
  {
    name: words['shell.blockers'](),
    say: (f) => String(f.findings.blocker),
    rank: (f) => f.findings.blocker,
  },
  { name: words['shell.hazards'](), say: (f) => String(f.findings.hazard), rank: (f) => f.findings.hazard },
  {
    name: words['shell.cautions'](),
    say: (f) => String(f.findings.caution),
    rank: (f) => f.findings.caution,
  },
  {
    name: say(message('section.free')),
    say: (f) => (f.freeBytes < MIB ? words['parts.nothing']() : formatBinary(f.freeBytes)),
  },
];

const FITS: readonly SizeFit[] = ['generous', 'comfortable', 'least', 'too-small', 'nothing'];
const FIT_WORDS: Readonly<Record<SizeFit, string>> = {
  nothing: '',
  'too-small': words['common.too-small'](),
  least: words['alternatives.enough'](),
  comfortable: words['systems.mark']('comfortable'),
  generous: words['systems.mark']('generous'),
};

/** The figures of plans side by side; a plan without a reading has none. */
export function rowsOf(
  plans: readonly { readonly plan: Plan; readonly survey: Survey | undefined }[],
): Row[] {
  const figures = plans.map(({ plan, survey }) => survey && figuresOf({ plan, survey }));
  const systems = [...new Set(figures.flatMap((f) => f?.systems.map((s) => s.name) ?? []))];
  return [...KINDS, ...systems.map(ofSystem)].map(({ name, say, rank }) => ({
    name,
    values: figures.map((f) => (f ? say(f) : '–')),
    best: bestOf(figures.map((f) => (f && rank ? rank(f) : null))),
  }));
}

function ofSystem(name: string): Kind {
  const room = (f: PlanFigures) => f.systems.find((s) => s.name === name)?.room;
  return {
    name,
    say: (f) => {
      const given = room(f);
      if (!given) return words['alternatives.not-there']();
      if (given.systemBytes === 0) return words['alternatives.nothing-yet']();
      return `${formatBinary(given.systemBytes)}, ${FIT_WORDS[given.fit]}`;
    },
    rank: (f) => FITS.indexOf(room(f)?.fit ?? 'nothing'),
  };
}

function bestOf(ranks: readonly (number | null)[]): boolean[] {
  const known = ranks.filter((r) => r !== null);
  const least = Math.min(...known);
  const differ = known.some((r) => r !== least);
  return ranks.map((r) => differ && r === least);
}
