import { Checkbox } from '@mantine/core';
import { outcomeBesideRestarts } from '@rhizotome/core';
import { Link } from 'react-router';
import { MiniCore } from '../machines/MiniCore.js';
import { say } from '../../words/say.js';
import { words } from '../../words/words.js';
import classes from './RecipePage.module.css';
import type { ResultRow } from './useRecipeRun.js';

interface Props {
  readonly rows: readonly ResultRow[];
  readonly chosen: ReadonlySet<string>;
  readonly choose: (id: string, is: boolean) => void;
}

/** Every machine, and what the recipe comes to on it; those that can be changed are chosen or not. */
export function ResultTable({ rows, chosen, choose }: Props) {
  return (
    <table className={classes.table}>
      <thead>
        <tr>
          <td />
          <td />
          <th scope="col">{words['recipe.machine']()}</th>
          <th scope="col">{words['recipe.result']()}</th>
          <th scope="col">{words['recipe.restarts']()}</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.id}>
            <td>
              {'result' in row && row.result.outcome.edit && (
                <Checkbox
                  size="xs"
                  aria-label={words['recipe.choose'](row.name)}
                  checked={chosen.has(row.id)}
                  onChange={(e) => choose(row.id, e.currentTarget.checked)}
                />
              )}
            </td>
            <td>{'result' in row && <MiniCore strata={row.result.strata} />}</td>
            <th scope="row">
              <Link to={`/machines/${row.id}/systems`}>{row.name}</Link>
            </th>
            <td data-fit={'result' in row ? row.result.outcome.fit : row.state}>{saysOf(row)}</td>
            <td>{'result' in row && row.result.outcome.edit && row.result.outcome.figures.restarts}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function saysOf(row: ResultRow): string {
  switch (row.state) {
    case 'worked':
      return say(outcomeBesideRestarts(row.result.outcome));
    case 'no-plan':
      return words['recipe.no-plan']();
    case 'failed':
      return words['recipe.failed'](row.why);
    case 'applied':
      return words['recipe.applied']();
    case 'not-applied':
      return words['recipe.not-applied'](row.why);
  }
}
