import { Component, type ReactNode } from 'react';
import { Button } from './Button';

/** Catches a page that fails while it is drawn: says so, and that nothing sent is lost, instead of going blank. */
export class Guard extends Component<{ children: ReactNode }, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError() {
    return { failed: true };
  }

  override render() {
    if (!this.state.failed) return this.props.children;
    return (
      <main className="mx-auto grid min-h-dvh max-w-md content-center justify-items-center gap-5 p-6 text-center">
        <h1>This page failed</h1>
        <p role="alert">
          This page has a problem. What you turned in or saved is safe; open it again, and tell the office if
          it keeps happening.
        </p>
        <Button look="go" onClick={() => location.assign('/')}>
          Open again
        </Button>
      </main>
    );
  }
}
