import type { ComponentProps } from 'react';
import { MoreIcon } from './icons.js';
import classes from './MoreTarget.module.css';

interface Props extends Omit<ComponentProps<'button'>, 'children'> {
  readonly label: string;
}

/** The three dots that open a menu. A list has one in each row: a plain button, since that is drawn at once. */
export function MoreTarget({ label, ...button }: Props) {
  return (
    <button type="button" aria-haspopup="menu" {...button} className={classes.more} aria-label={label}>
      <MoreIcon />
    </button>
  );
}
