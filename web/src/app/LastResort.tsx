import { Component, type ReactNode } from 'react';

/** Shown in place of a page that broke, so that nobody looks at nothing. */
export class LastResort extends Component<
  { readonly children: ReactNode },
  { readonly broken: boolean }
> {
  override state = { broken: false };

  static getDerivedStateFromError() {
    return { broken: true };
  }

  override render() {
    if (!this.state.broken) return this.props.children;
    return (
      <main>
        <h2>This page broke</h2>
        <p>
          What is stored is unharmed. Load the page again; if it happens once more, tell whoever
          runs this server.
        </p>
        <button type="button" className="button" onClick={() => window.location.reload()}>
          Load the page again
        </button>
      </main>
    );
  }
}
