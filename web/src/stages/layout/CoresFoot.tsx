import { Button, SegmentedControl } from '@mantine/core';
import { formatBinary, formatBoth, type Survey } from '@rhizotome/core';
import { useOpenState } from '../../open/context.js';
import type { ScaleKind } from '../../section/layout.js';
import classes from './LayoutStage.module.css';
import type { Zoom } from './useZoom.js';

/** What stands beside the drawing: the selected part, the sizing bench, or the whole as text. */
export type Beside = 'part' | 'sizing' | 'text';

interface Props {
  readonly survey: Survey;
  readonly beside: Beside;
  readonly setBeside: (beside: Beside) => void;
  readonly kind: ScaleKind;
  readonly setKind: (kind: ScaleKind) => void;
  /** Shows the selected part closely; `null` where none is selected. */
  readonly closely: (() => void) | null;
  readonly zoom: Zoom;
}

/** What is shown, and how. */
export function CoresFoot({ survey, beside, setBeside, kind, setKind, closely, zoom }: Props) {
  const { plan } = useOpenState();
  const { sizeSectors, sectorBytes } = survey.disk;
  const { view } = zoom;
  return (
    <footer className={classes.foot}>
      <span className="soft small" data-fact="shown">
        {view
          ? `${formatBinary(view.start * sectorBytes)} to ${formatBinary((view.start + view.length) * sectorBytes)}`
          : formatBoth(sizeSectors * sectorBytes)}{' '}
        · {plan.target.style.toUpperCase()}
        {plan.target.table === 'new' && ', a new table'}
        {plan.target.table === 'convert' && ', converted in place'}
      </span>
      <div className={classes.footGroup}>
        {view ? (
          <Button size="compact-xs" variant="default" onClick={zoom.all}>
            Whole disk
          </Button>
        ) : (
          closely && (
            <Button size="compact-xs" variant="subtle" color="loam" onClick={closely}>
              Zoom in
            </Button>
          )
        )}
        <SegmentedControl
          size="xs"
          aria-label="Scale of the drawing"
          value={kind}
          data={[
            { value: 'readable', label: 'readable scale' },
            { value: 'true', label: 'true' },
          ]}
          onChange={(value) => setKind(value)}
        />
        <SegmentedControl
          size="xs"
          aria-label="Panel beside the drawing"
          value={beside}
          data={[
            { value: 'part', label: 'details' },
            { value: 'sizing', label: 'sizing' },
            { value: 'text', label: 'text' },
          ]}
          onChange={(value) => setBeside(value)}
        />
      </div>
    </footer>
  );
}
