import classes from './Typed.module.css';

/** Lines as they are typed. Where one is wider than the screen it goes on below, indented; it is still one line. */
export function Typed({ lines }: { lines: readonly string[] }) {
  if (lines.length === 0) return null;
  return (
    <pre className={classes.typed}>
      {lines.map((line, i) => (
        <span key={i}>{`${line}\n`}</span>
      ))}
    </pre>
  );
}
