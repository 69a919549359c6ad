import { Input } from '@mantine/core';
import type { ComponentProps } from 'react';

const { wrapper, input } = Input.classes;

/** A field that looks as all others do and is nothing but a field: the first page draws at once what it needs. */
export function PlainInput({ className, ...field }: ComponentProps<'input'>) {
  return (
    <div className={`${wrapper} ${className ?? ''}`} data-variant="default">
      <input className={input} data-variant="default" {...field} />
    </div>
  );
}

export function PlainTextarea({ className, ...field }: ComponentProps<'textarea'>) {
  return (
    <div className={`${wrapper} ${className ?? ''}`} data-variant="default" data-multiline>
      <textarea className={input} data-variant="default" data-multiline {...field} />
    </div>
  );
}
