import { useElementSize } from '@mantine/hooks';
import {
  PAD,
  partitionOf,
  placeSection,
  sectionModel,
  type LabelSides,
  type PlacedSection,
  type ScaleKind,
  type Survey,
} from '@rhizotome/core';
import { useCallback, useEffect, useMemo, useRef, useState, type MouseEvent, type PointerEvent } from 'react';
import { useEdit, useOpenState, useSelection } from '../../open/context.js';
import { usePreview } from '../../open/preview.js';
import { Grips } from '../../section/Grips.js';
import { Locator } from '../../section/Locator.js';
import { SectionDrawing } from '../../section/SectionDrawing.js';
import { CoresFoot, type Beside } from './CoresFoot.js';
import { PartActions, type ActionsAt } from './PartActions.js';
import { TypedSize } from './TypedSize.js';
import { useTyping } from './useTyping.js';
import { useZoom } from './useZoom.js';
import classes from './LayoutStage.module.css';
import { catalogue } from '../../words/say.js';
import { words } from '../../words/words.js';

export type { Beside };

interface Props {
  readonly survey: Survey;
  readonly beside: Beside;
  readonly setBeside: (beside: Beside) => void;
}

/** Narrower than this, only the plan has labels. */
const ROOM_FOR_BOTH = 540;

const frameIn = (width: number, height: number) => ({
  width: Math.max(380, Math.floor(width)),
  height: Math.max(360, Math.floor(height) - PAD.top - PAD.bottom - 4),
});

/** The drawing, and all that is done upon it. */
export function Cores({ survey, beside, setBeside }: Props) {
  const { plan } = useOpenState();
  const { selected, select } = useSelection();
  const { plan: previewed } = usePreview();
  const [kind, setKind] = useState<ScaleKind>('readable');
  const { ref, width, height } = useElementSize();
  const zoom = useZoom(survey);
  const { view } = zoom;
  const { settled, placed } = usePlaced(survey, { kind, view, width, height });
  const onSelect = useCallback((part: string) => select(part), [select]);
  const { actions, openActions, closeActions } = useActions(select);
  const typing = useTyping(selected === null ? undefined : partitionOf(plan, selected)?.id);
  const closely = (id: string) => {
    const span = [...(settled?.planned ?? []), ...(settled?.found ?? [])].find((s) => s.id === id)?.stratum;
    if (span) zoom.around(span);
  };
  const scroll = useWheelZoom((y, factor) => {
    if (placed) zoom.by(factor, placed.scale.toSector(y - PAD.top));
  });
  useClearing(useCallback(() => select(null), [select]));
  const paper = usePaper(select);
  return (
    <section className={classes.cores} aria-label={words['layout.drawing-disk']()}>
      <div className={classes.scroll} ref={scroll} {...paper}>
        <div ref={ref} className={classes.measured}>
          {placed && (
            <SectionDrawing
              systems={(previewed ?? plan).systems}
              placed={placed}
              tentative={previewed !== null}
              selected={selected}
              onSelect={onSelect}
              onActions={openActions}
            >
              <UponIt survey={survey} placed={placed} typing={typing} onSelect={onSelect} />
              {view && <Locator placed={placed} diskSectors={survey.disk.sizeSectors} show={zoom.show} />}
            </SectionDrawing>
          )}
        </div>
      </div>
      <PartActions
        survey={survey}
        at={actions}
        close={closeActions}
        typeSize={() => typing.begin('')}
        zoomIn={closely}
      />
      <CoresFoot
        survey={survey}
        beside={beside}
        setBeside={setBeside}
        kind={kind}
        setKind={setKind}
        closely={selected === null ? null : () => closely(selected)}
        zoom={zoom}
      />
    </section>
  );
}

/** A click on the paper clears what is selected; a drag that ends upon it is no click on it. */
function usePaper(select: (part: null) => void) {
  const pressed = useRef(false);
  const isPaper = (event: MouseEvent<HTMLElement>) => !(event.target as Element).closest(HOLDS_SOMETHING);
  return {
    onPointerDown: (event: PointerEvent<HTMLElement>) => {
      pressed.current = isPaper(event);
    },
    onClick: (event: MouseEvent<HTMLElement>) => {
      if (pressed.current && isPaper(event)) select(null);
    },
  };
}

interface UponProps {
  readonly survey: Survey;
  readonly placed: PlacedSection;
  readonly typing: ReturnType<typeof useTyping>;
  readonly onSelect: (part: string) => void;
}

/** What changes the plan upon the drawing: the grips, and the field in which a size is typed. */
function UponIt({ survey, placed, typing, onSelect }: UponProps) {
  const { plan } = useOpenState();
  const { selected } = useSelection();
  const { show } = usePreview();
  const { attempt } = useEdit();
  const partition = selected === null ? undefined : partitionOf(plan, selected);
  return (
    <>
      <Grips
        plan={plan}
        survey={survey}
        placed={placed}
        selected={selected}
        onSelect={onSelect}
        preview={show}
        take={({ edit }) => edit && attempt(edit)}
      />
      {typing.begun !== null && partition && (
        <TypedSize
          key={partition.id}
          survey={survey}
          partition={partition}
          placed={placed}
          begun={typing.begun}
          preview={show}
          close={typing.end}
        />
      )}
    </>
  );
}

interface Look {
  readonly kind: ScaleKind;
  readonly view: ReturnType<typeof useZoom>['view'];
  readonly width: number;
  readonly height: number;
}

/** The section as the plan is, and as it is shown: a preview in the scale of the moment before. */
function usePlaced(survey: Survey, { kind, view, width, height }: Look) {
  const { plan } = useOpenState();
  const { plan: previewed } = usePreview();
  const labels: LabelSides = width < ROOM_FOR_BOTH ? 'planned' : 'both';
  const settled = useMemo(() => {
    if (width === 0) return undefined;
    const look = { kind, view, labels };
    return placeSection(sectionModel({ plan, survey }, catalogue), survey.disk, frameIn(width, height), look);
  }, [plan, survey, width, height, kind, view, labels]);
  const placed = useMemo(() => {
    if (!previewed || !settled) return settled;
    const look = { kind, view, labels, ruler: settled };
    return placeSection(
      sectionModel({ plan: previewed, survey }, catalogue),
      survey.disk,
      frameIn(width, height),
      look,
    );
  }, [previewed, settled, survey, width, height, kind, view, labels]);
  return { settled, placed };
}

/** What of the drawing is no bare paper. */
const HOLDS_SOMETHING = '[data-stratum], [data-part], [data-ribbon], [data-grip], button, input, form';

/** Escape lets go of what is selected, unless something that is open or typed in takes it. */
function useClearing(clear: () => void) {
  useEffect(() => {
    const onKey = (event: globalThis.KeyboardEvent) => {
      const target = event.target as Element | null;
      const taken = target?.closest('input, textarea, select, [role=menu], [role=dialog], [data-held]');
      if (event.key === 'Escape' && !event.defaultPrevented && !taken) clear();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [clear]);
}

/** The menu of a part: where it was opened from gets the focus back. */
function useActions(select: (id: string) => void) {
  const [actions, setActions] = useState<ActionsAt | null>(null);
  const opener = useRef<HTMLElement | null>(null);
  const openActions = useCallback(
    (id: string, at: { x: number; y: number }) => {
      opener.current = document.activeElement as HTMLElement | null;
      select(id);
      setActions({ id, ...at });
    },
    [select],
  );
  const closeActions = () => {
    opener.current?.focus();
    setActions(null);
  };
  return { actions, openActions, closeActions };
}

/** The wheel with Ctrl, or two fingers spread, goes nearer. */
function useWheelZoom(zoom: (y: number, factor: number) => void) {
  const ref = useRef<HTMLDivElement>(null);
  const latest = useRef(zoom);
  useEffect(() => {
    latest.current = zoom;
  });
  useEffect(() => {
    const element = ref.current;
    const onWheel = (event: WheelEvent) => {
      if (!event.ctrlKey && !event.metaKey) return;
      event.preventDefault();
      const top = element!.getBoundingClientRect().top - element!.scrollTop + PADDING;
      latest.current(event.clientY - top, Math.exp(Math.sign(event.deltaY) * 0.25));
    };
    element?.addEventListener('wheel', onWheel, { passive: false });
    return () => element?.removeEventListener('wheel', onWheel);
  }, []);
  return ref;
}

/** Of the scrolled area, above the drawing. */
const PADDING = 10;
