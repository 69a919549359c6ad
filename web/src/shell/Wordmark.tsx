import classes from './Wordmark.module.css';

/** A cut through ground with a root in it, and the name. */
export function Wordmark() {
  return (
    <span className={classes.wordmark}>
      <svg viewBox="0 0 28 28" width="24" height="24" aria-hidden>
        <path d="M2 9c5-4 8 3 13 .5S21 5 26 8" className={classes.ground} />
        <path
          d="M13.500 11c0 5.500-3.500 6.500-4.500 13M16 10.500c1 5.500 3.500 7 5.500 12M14.700 11v14"
          className={classes.root}
        />
      </svg>
      Rhizotome
    </span>
  );
}
