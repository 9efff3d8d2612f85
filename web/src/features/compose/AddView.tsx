import { Menu } from '../../shared/Menu';
import type { GrammarViewKind } from './options';
import { say } from '../../words';

/** New views, by the question they answer. */
export function AddView({
  kinds,
  onAdd,
}: {
  readonly kinds: readonly GrammarViewKind[];
  readonly onAdd: (kind: GrammarViewKind) => void;
}) {
  return (
    <footer className="add-view">
      <Menu label={say('compose.addAView')} className="button primary">
        {(close) => (
          <ul className="view-kinds" aria-label={say('compose.kindsOfViews')}>
            {kinds.map((kind) => (
              <li key={kind.kind}>
                <button
                  type="button"
                  onClick={() => {
                    close();
                    onAdd(kind);
                  }}
                >
                  {kind.purpose} <span className="soft">{kind.words}</span>
                </button>
              </li>
            ))}
          </ul>
        )}
      </Menu>
    </footer>
  );
}
