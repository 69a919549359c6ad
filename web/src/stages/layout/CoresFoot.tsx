import { Button, SegmentedControl } from '@mantine/core';
import { formatBinary, formatBoth, type ScaleKind, type Survey } from '@rhizotome/core';
import { useOpenState } from '../../open/context.js';
import classes from './LayoutStage.module.css';
import type { Zoom } from './useZoom.js';
import { words } from '../../words/words.js';

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
          ? words['layout.to'](
              formatBinary(view.start * sectorBytes),
              formatBinary((view.start + view.length) * sectorBytes),
            )
          : formatBoth(sizeSectors * sectorBytes)}{' '}
        · {plan.target.style.toUpperCase()}
        {plan.target.table === 'new' && words['layout.new-table']()}
        {plan.target.table === 'convert' && words['layout.converted-place']()}
      </span>
      <div className={classes.footGroup}>
        {view ? (
          <Button size="compact-xs" variant="default" onClick={zoom.all}>
            {words['layout.whole-disk']()}
          </Button>
        ) : (
          closely && (
            <Button size="compact-xs" variant="subtle" color="loam" onClick={closely}>
              {words['layout.zoom']()}
            </Button>
          )
        )}
        <SegmentedControl
          size="xs"
          aria-label={words['layout.scale-drawing']()}
          value={kind}
          data={[
            { value: 'readable', label: words['layout.readable-scale']() },
            { value: 'true', label: words['layout.true-scale']() },
          ]}
          onChange={(value) => setKind(value)}
        />
        <SegmentedControl
          size="xs"
          aria-label={words['layout.panel-beside-drawing']()}
          value={beside}
          data={[
            { value: 'part', label: words['layout.details']() },
            { value: 'sizing', label: words['layout.sizing']() },
            { value: 'text', label: words['layout.text']() },
          ]}
          onChange={(value) => setBeside(value)}
        />
      </div>
    </footer>
  );
}
