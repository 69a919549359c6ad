import { Button } from '@mantine/core';
import { partitionOf, verbsOf, type Survey, type Verb } from '@rhizotome/core';
import { useMemo } from 'react';
import { useEdit, useOpenState, useSelection } from '../../open/context.js';
import { useEditPreview } from '../../open/preview.js';
import { text } from '../../words/say.js';
import classes from './LayoutStage.module.css';

interface Props {
  readonly survey: Survey;
  /** Id of a partition or of free space. */
  readonly part: string;
}

/** What can be done with a part at a press. */
export function Verbs({ survey, part }: Props) {
  const { plan } = useOpenState();
  const verbs = useMemo(() => verbsOf({ plan, survey }, part), [plan, survey, part]);
  if (verbs.length === 0) return null;
  return (
    <div className={classes.verbs}>
      {verbs.map((verb) => (
        <VerbButton key={verb.id} verb={verb} part={part} />
      ))}
    </div>
  );
}

/** Pointed at, it shows what it would do. */
function VerbButton({ verb, part }: { verb: Verb; part: string }) {
  const { plan } = useOpenState();
  const { attempt } = useEdit();
  const { select } = useSelection();
  const preview = useEditPreview(verb.edit);
  const press = () => {
    const made = partitionOf(plan, part)?.from === null;
    if (attempt(verb.edit) && verb.id === 'delete' && made) select(null);
  };
  return (
    <Button size="xs" variant={verb.id === 'keep' ? 'filled' : 'default'} onClick={press} {...preview}>
      {text(verb.title)}
    </Button>
  );
}
