import { Button, Textarea } from '@mantine/core';
import { readRecipe, totalsSay, type RecipeMachine } from '@rhizotome/core';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { download, fileName } from '../../parts/download.js';
import { FrontPage } from '../../shell/FrontPage.js';
import { say, text as textOf } from '../../words/say.js';
import { words } from '../../words/words.js';
import { RecipeWorker } from '../../workers/recipe.js';
import { keptRecipe } from './recipe-text.js';
import classes from './RecipePage.module.css';
import { ResultTable } from './ResultTable.js';
import { useRecipeRun, type MachineResult, type RecipeRun } from './useRecipeRun.js';

/** One recipe for many machines: what it comes to on each, and a press to apply it. */
export function RecipePage() {
  const [text, setText] = useState(keptRecipe.read);
  const read = useMemo(() => readRecipe(text), [text]);
  const run = useRecipeRun();
  const { start, stop, progress } = run;
  return (
    <FrontPage
      beside={
        <Link to="/" className="no-print">
          {words['recipe.bench']()}
        </Link>
      }
    >
      <main>
        <h1>{words['machines.recipe']()}</h1>
        <p className="soft">{words['recipe.what']()}</p>
        <Textarea
          label={words['recipe.text']()}
          aria-label={words['recipe.text']()}
          classNames={{ input: classes.text ?? '' }}
          autosize
          minRows={4}
          maxRows={14}
          spellCheck={false}
          value={text}
          error={
            read.ok ? null : words['recipe.line'](read.error.line, read.error.column, textOf(read.error.says))
          }
          onChange={(e) => {
            setText(e.currentTarget.value);
            keptRecipe.write(e.currentTarget.value);
          }}
        />
        <div className={classes.actions}>
          {progress ? (
            <>
              <span role="status">{words['recipe.progress'](progress.done, progress.of)}</span>
              <Button variant="default" onClick={stop}>
                {words['recipe.stop']()}
              </Button>
            </>
          ) : (
            <Button disabled={!read.ok} onClick={() => read.ok && start(read.recipe)}>
              {words['recipe.check']()}
            </Button>
          )}
        </div>
        {run.recipe && <Results run={run} />}
      </main>
    </FrontPage>
  );
}

const machineOf = ({ machine, survey, outcome }: MachineResult): RecipeMachine => ({
  name: machine.name,
  survey,
  outcome,
});

function Results({ run }: { run: RecipeRun }) {
  const { recipe, rows, progress, apply } = run;
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [applying, setApplying] = useState(false);
  const results = useMemo(() => rows.flatMap((row) => ('result' in row ? [row.result] : [])), [rows]);
  const changing = results.filter((r) => r.outcome.edit !== null);
  const chosen = new Set(changing.map((r) => r.machine.id).filter((id) => !left.has(id)));
  const choose = (id: string, is: boolean) =>
    setLeft((before) => new Set(is ? [...before].filter((other) => other !== id) : [...before, id]));
  const totals = useMemo(() => say(totalsSay(results.map(machineOf))), [results]);
  const saveAll = async () => {
    const worker = new RecipeWorker();
    const machines = changing.map(({ machine, survey, outcome }) => ({
      name: machine.name,
      story: machine.story,
      plan: machine.plan,
      survey,
      outcome,
    }));
    const zip = await worker.zip({ recipe: recipe!, machines, madeAt: new Date().toISOString() });
    worker.end();
    download(`${fileName(recipe!.name)}.zip`, zip);
  };
  const applyAll = async () => {
    setApplying(true);
    await apply([...chosen]);
    setApplying(false);
  };
  if (rows.length === 0) return progress ? null : <p>{words['recipe.none']()}</p>;
  return (
    <section aria-label={recipe!.name}>
      <h2>{recipe!.name}</h2>
      <p>{totals}</p>
      <div className={classes.actions}>
        <Button
          disabled={progress !== null || chosen.size === 0}
          loading={applying}
          onClick={() => void applyAll()}
        >
          {words['recipe.apply'](chosen.size)}
        </Button>
        <Button
          variant="default"
          disabled={progress !== null || changing.length === 0}
          onClick={() => void saveAll()}
        >
          {words['recipe.zip']()}
        </Button>
        <Button variant="default" disabled={progress !== null} onClick={() => window.print()}>
          {words['recipe.print']()}
        </Button>
      </div>
      <ResultTable rows={rows} chosen={chosen} choose={choose} />
    </section>
  );
}
