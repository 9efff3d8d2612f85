import { Menu } from '../../shared/Menu';
import type { GrammarViewKind } from './options';

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
      <Menu label="Add a view" className="button primary">
        {(close) => (
          <ul className="view-kinds" aria-label="Kinds of views">
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
