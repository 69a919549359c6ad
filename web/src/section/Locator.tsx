import { PAD, type PlacedSection, placedView, type View } from '@rhizotome/core';
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import classes from './Locator.module.css';
import { words } from '../words/words.js';

interface Props {
  readonly placed: PlacedSection;
  readonly diskSectors: number;
  readonly show: (view: View) => void;
}

/** The whole disk as a thin strip, and which stretch of it is shown; drawn along, it shows another. */
export function Locator({ placed, diskSectors, show }: Props) {
  const { view, height } = placed;
  const held = useRef(0);
  const percent = (sector: number) => `${((sector / diskSectors) * 100).toFixed(1)} %`;
  const share = (sectors: number) => `${(sectors / diskSectors) * 100}%`;
  const shift = (by: number) => show(placedView(Math.round(view.start + by), view.length, diskSectors));
  const begin = (event: PointerEvent<HTMLElement>) => {
    event.preventDefault();
    event.currentTarget.focus({ preventScroll: true });
    event.currentTarget.setPointerCapture(event.pointerId);
    held.current = event.clientY;
  };
  const move = (event: PointerEvent<HTMLElement>) => {
    if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
    shift(((event.clientY - held.current) / height) * diskSectors);
    held.current = event.clientY;
  };
  const step = (event: KeyboardEvent<HTMLElement>) => {
    const by = { ArrowDown: 0.1, ArrowUp: -0.1, PageDown: 0.9, PageUp: -0.9 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    shift(by * view.length);
  };
  return (
    <div className={classes.strip} style={{ top: PAD.top, height }}>
      <div
        className={classes.window}
        role="slider"
        tabIndex={0}
        aria-orientation="vertical"
        aria-label={words['section.stretch-disk-shown']()}
        aria-valuenow={Math.round((view.start / diskSectors) * 100)}
        aria-valuetext={words['section.disk'](percent(view.start), percent(view.start + view.length))}
        style={{ top: share(view.start), height: share(view.length) }}
        onPointerDown={begin}
        onPointerMove={move}
        onKeyDown={step}
      />
    </div>
  );
}
