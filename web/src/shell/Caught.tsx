import { Button } from '@mantine/core';
import { Component, type ReactNode } from 'react';
import { words } from '../words/first-page.js';
import { whyOf } from '../parts/why-of.js';

interface Props {
  readonly children: ReactNode;
  /** What else can be done about it, beside loading the app anew. */
  readonly ways?: (again: () => void) => ReactNode;
}

/** What cannot be shown says so in its place, and leaves the rest as it is: a part of the app that is not fetched, or an error. */
export class Caught extends Component<Props, { readonly fault: string | null }> {
  override state: { readonly fault: string | null } = { fault: null };

  static getDerivedStateFromError(error: unknown) {
    return { fault: whyOf(error) };
  }

  override render() {
    const { fault } = this.state;
    if (fault === null) return this.props.children;
    return (
      <div className="page" role="alert">
        <h2>{words['caught.title']()}</h2>
        <p>{words['caught.why']()}</p>
        <p className="soft small">{words['caught.fault'](fault)}</p>
        <p style={{ display: 'flex', flexWrap: 'wrap', gap: '0.6rem', paddingTop: '0.8rem' }}>
          <Button onClick={() => window.location.reload()}>{words['caught.reload']()}</Button>
          {this.props.ways?.(() => this.setState({ fault: null }))}
        </p>
      </div>
    );
  }
}
