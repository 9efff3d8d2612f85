import { Component, type ReactNode } from 'react';
import { say } from '../words';

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
        <h2>{say('app.thisPageBroke')}</h2>
        <p>{say('app.whatIsStoredIsUnharmed')}</p>
        <button type="button" className="button" onClick={() => window.location.reload()}>
          {say('app.loadThePageAgain')}
        </button>
      </main>
    );
  }
}
