import { Button } from '@mantine/core';
import { formatBoth, sizeEdit, type PlannedPartition, type Survey } from '@rhizotome/core';
import { useMemo } from 'react';
import { useEdit, useOpenState } from '../../open/context.js';
import { useEditPreview } from '../../open/preview.js';
import { words } from '../../words/words.js';

interface Props {
  readonly survey: Survey;
  readonly partition: PlannedPartition;
  /** In bytes: more than the free space beside it. */
  readonly size: number;
  readonly onMade: () => void;
}

/** Where a size does not fit: that the neighbours make space for it, and what that costs. */
export function MakeSpace({ survey, partition, size, onMade }: Props) {
  const { plan } = useOpenState();
  const { attempt } = useEdit();
  const slid = useMemo(
    () => sizeEdit({ plan, survey }, { kind: 'partition', partition }, size),
    [plan, survey, partition, size],
  );
  const preview = useEditPreview(slid.ok ? slid.edit : null);
  if (!slid.ok) return null;
  return (
    <Button size="xs" variant="default" onClick={() => attempt(slid.edit) && onMade()} {...preview}>
      {words['layout.make-space'](slid.movedBytes > 0 ? formatBoth(slid.movedBytes) : null)}
    </Button>
  );
}
