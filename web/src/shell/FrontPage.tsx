import type { ReactNode } from 'react';
import classes from './FrontPage.module.css';
import { Wordmark } from './Wordmark.js';

interface Props {
  /** Beside the name of the app. */
  readonly beside: ReactNode;
  readonly children: ReactNode;
}

/** A page that belongs to no one machine. */
export function FrontPage({ beside, children }: Props) {
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <Wordmark />
        {beside}
      </header>
      {children}
    </div>
  );
}
