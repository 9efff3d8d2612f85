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
    <footer className="add-view" aria-label="Add a view">
      <strong>Add a view</strong>
      {kinds.map((kind) => (
        <button key={kind.kind} type="button" className="button" onClick={() => onAdd(kind)}>
          {kind.purpose} <span className="soft">{kind.words}</span>
        </button>
      ))}
    </footer>
  );
}
