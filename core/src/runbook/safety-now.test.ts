import { procedureFor } from '../sequence/index.js';
import { story } from '../testing/cases/index.js';
import { inEnglish } from '../words/index.js';
import { safetyNow } from './safety-now.js';

const planned = story('encrypted-beside-newcomer');
const { ordered } = procedureFor(planned);
const steps = ordered.ok ? ordered.steps : [];
const saidAfter = (kind: string) =>
  safetyNow(planned, steps.findLastIndex((s) => s.kind === kind) + 1).map((says) => inEnglish(says));

test('before the first step nothing is copied, and the key is on no paper', () =>
  expect(saidAfter('none')).toEqual([
    'Files: not copied yet',
    'Table: not copied yet',
    'Encryption of Windows: on, recovery key not on paper yet',
  ]));

test('what the preparing steps do is told once they are done', () =>
  expect(saidAfter('suspend-protection')).toEqual([
    'Files: copied elsewhere',
    'Table: its entries written down',
    'Encryption of Windows: suspended, recovery key on paper',
  ]));

test('in the end it is protected again', () =>
  expect(saidAfter('resume-protection')).toEqual([
    'Files: copied elsewhere',
    'Table: copied',
    'Encryption of Windows: on, recovery key on paper',
  ]));
