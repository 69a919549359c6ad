import { Button } from '@mantine/core';
import { Component, type ReactNode } from 'react';

interface Props {
  readonly children: ReactNode;
}

/** What cannot be shown says so in its place, and leaves the rest as it is: a part of the app that is not fetched, or an error. */
export class Caught extends Component<Props, { readonly failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError() {
    return { failed: true };
  }

  override render() {
    if (!this.state.failed) return this.props.children;
    return (
      <div className="page" role="alert">
        <h2>This page cannot be shown</h2>
        <p className="soft">
          Part of the app could not be loaded, or has failed. Your plan is kept. Check that the server is
          running.
        </p>
        <p style={{ paddingTop: '0.8rem' }}>
          <Button onClick={() => window.location.reload()}>Reload</Button>
        </p>
      </div>
    );
  }
}
