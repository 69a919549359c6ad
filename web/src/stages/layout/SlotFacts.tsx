import { Button, SegmentedControl } from '@mantine/core';
import { refusalSays, slotChoiceOf, slotsOf, type PlannedPartition, type Survey } from '@rhizotome/core';
import { useMemo } from 'react';
import { useEdit, useOpenState } from '../../open/context.js';
import { useEditPreview } from '../../open/preview.js';
import { say, text } from '../../words/say.js';
import classes from './LayoutStage.module.css';
import { words } from '../../words/words.js';

interface Props {
  readonly survey: Survey;
  readonly partition: PlannedPartition;
}

/** How an MBR lists the partition, as a property of it with what a change costs; and whether a BIOS starts it. */
export function SlotFacts({ survey, partition }: Props) {
  const { plan } = useOpenState();
  const { attempt } = useEdit();
  const planned = useMemo(() => ({ plan, survey }), [plan, survey]);
  const choice = useMemo(() => slotChoiceOf(planned, partition), [planned, partition]);
  const preview = useEditPreview(choice?.bios?.edit ?? null);
  if (!choice) return null;
  const free = slotsOf(planned)?.free ?? 0;
  return (
    <>
      <div className={classes.group}>
        <span className="eyebrow">{words['layout.listed-in-mbr']()}</span>
        <SegmentedControl
          fullWidth
          size="xs"
          aria-label={words['layout.listed-in-mbr']()}
          value={choice.listed}
          data={[
            { value: 'primary', label: words['layout.one-of-four']() },
            { value: 'logical', label: words['layout.in-extended']() },
          ]}
          onChange={() => attempt(choice.edit)}
        />
        <p className="small soft" data-fact="listed">
          {choice.refusal
            ? words['layout.other-way-not'](say(refusalSays(choice.refusal, survey.disk.sectorBytes)))
            : words['layout.other-way-costs'](
                choice.renumbered.map(({ title, from, to }) => ({ name: text(title), from, to })),
              )}{' '}
          {free === 0 ? words['layout.all-four-places-use']() : words['layout.four-places-free'](free)}
        </p>
      </div>
      {choice.bios && (
        <div className={classes.group} data-fact="bios">
          <span className="eyebrow">{words['layout.how-machine-boots']()}</span>
          {choice.bios.starts ? (
            <p className="small">{words['layout.bios-starts-this']()}</p>
          ) : (
            <>
              <p className="small soft">{words['layout.bios-starts-another']()}</p>
              <Button
                size="xs"
                variant="default"
                onClick={() => choice.bios && attempt(choice.bios.edit)}
                {...preview}
              >
                {words['layout.let-bios-start-this']()}
              </Button>
            </>
          )}
        </div>
      )}
    </>
  );
}
