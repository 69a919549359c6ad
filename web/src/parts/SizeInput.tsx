import { TextInput } from '@mantine/core';
import {
  evaluateSize,
  formatBinary,
  formatDecimal,
  formatExact,
  suggestionsFor,
  type ExpressionError,
  type SizeContext,
} from '@rhizotome/core';
import { useEffect, useId, useRef, useState } from 'react';
import { say } from '../words/say.js';
import classes from './SizeInput.module.css';

interface Props {
  readonly label: string;
  readonly context: SizeContext;
  /** The size in force, in bytes; null where none is known. */
  readonly value: number | null;
  /** Takes a typed size; returns why it cannot be, or null. */
  readonly onSize: (bytes: number) => string | null;
  /** Present where the field may be emptied. */
  readonly onClear?: () => void;
  readonly hideLabel?: boolean;
  readonly placeholder?: string;
  readonly hint?: string;
  readonly width?: number | string;
  /** What is typed already; the field takes the focus then. */
  readonly begun?: string;
  /** Told of what is typed while it is, in bytes; `null` where it is no size. Returns why it cannot be, or null. */
  readonly follow?: (bytes: number | null) => string | null;
  /** The size was taken, or the field was left by Escape. */
  readonly onDone?: () => void;
}

/**
 * A size typed as an expression. What it comes to is shown in both unit families while typing; Enter or
 * leaving the field takes it. What cannot be taken stays in the field, with the reason.
 */
export function SizeInput(props: Props) {
  const { label, value, hideLabel, placeholder, hint, width, begun } = props;
  const { draft, outcome, error, commit, change, leave } = useTypedSize(props);
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (begun === undefined || !field.current) return;
    field.current.focus();
    field.current.setSelectionRange(begun.length, begun.length);
  }, [begun]);
  const noteId = useId();
  const echo = outcome?.ok ? outcome.value : draft === null ? value : null;
  return (
    <div className={classes.field} style={{ width }}>
      <TextInput
        label={hideLabel ? undefined : label}
        aria-label={hideLabel ? label : undefined}
        size="sm"
        value={draft ?? (value === null ? '' : exactOrShort(value))}
        placeholder={placeholder ?? ''}
        aria-describedby={noteId}
        aria-invalid={error !== null}
        error={error !== null}
        autoComplete="off"
        spellCheck={false}
        ref={field}
        onChange={(event) => change(event.currentTarget.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter') commit();
          if (event.key === 'Escape') leave();
        }}
        onBlur={commit}
      />
      <div id={noteId} className={classes.note} aria-live="polite">
        {error !== null && draft !== null ? (
          <Fault
            draft={draft}
            error={error}
            fault={outcome && !outcome.ok ? outcome.error : null}
            change={change}
          />
        ) : echo !== null ? (
          <span>
            = {formatBinary(echo)} · {formatDecimal(echo)}
          </span>
        ) : (
          hint && <span>{hint}</span>
        )}
      </div>
    </div>
  );
}

/** What is typed and not taken yet: what it comes to, and why it cannot be. */
function useTypedSize({ context, value, onSize, onClear, begun, follow, onDone }: Props) {
  const [draft, setDraft] = useState<string | null>(begun ?? null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const outcome = draft === null || draft.trim() === '' ? null : evaluateSize(draft, context);
  const settle = () => {
    setDraft(null);
    setRefusal(null);
  };
  return {
    draft,
    outcome,
    error: refusal ?? (outcome && !outcome.ok ? say(outcome.error.says) : null),
    change: (text: string) => {
      setDraft(text);
      const next = evaluateSize(text, context);
      setRefusal(follow?.(next.ok ? next.value : null) ?? null);
    },
    commit: () => {
      if (draft === null) return;
      if (draft.trim() === '') {
        if (onClear && value !== null) onClear();
        return settle();
      }
      if (!outcome?.ok) return;
      const refused = outcome.value === value ? null : onSize(outcome.value);
      setRefusal(refused);
      if (refused !== null) return;
      setDraft(null);
      onDone?.();
    },
    leave: () => {
      settle();
      onDone?.();
    },
  };
}

interface FaultProps {
  readonly draft: string;
  readonly error: string;
  /** Where in the text it is, if it is there. */
  readonly fault: ExpressionError | null;
  readonly change: (text: string) => void;
}

/** Why what was typed is not taken, where that is, and what may have been meant. */
function Fault({ draft, error, fault, change }: FaultProps) {
  const instead = fault ? suggestionsFor(draft, fault) : [];
  return (
    <>
      {fault && <Pointer text={draft} at={fault.at} length={fault.length} />}
      <span className={classes.error}>{error}</span>
      {instead.map((other) => (
        <button
          key={other}
          type="button"
          className={classes.instead}
          // The field would be left, and what is typed taken, before the press counts.
          onMouseDown={(event) => event.preventDefault()}
          onClick={() => change(other)}
        >
          {other}
        </button>
      ))}
    </>
  );
}

/** Exact where that is short to read (`476 GiB`), else rounded; the echo below says the same. */
function exactOrShort(size: number): string {
  const exact = formatExact(size);
  return /^\d{1,5} [MGT]iB$/.test(exact) ? exact : formatBinary(size);
}

/** What was typed, with the place of the error marked. */
function Pointer({ text, at, length }: { text: string; at: number; length: number }) {
  return (
    <code className={classes.pointer} aria-hidden>
      {text.slice(0, at)}
      <mark>{text.slice(at, at + length) || '␣'}</mark>
      {text.slice(at + length)}
    </code>
  );
}
