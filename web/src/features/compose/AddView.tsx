import type { ViewKind } from '../../api/types';

const QUESTIONS: [string, ViewKind, string][] = [
  ['How much in all?', 'FIGURE', 'a figure'],
  ['How do groups compare?', 'BARS', 'bars'],
  ['How does it change?', 'LINES', 'lines'],
  ['Which rows are they?', 'TABLE', 'a table'],
];

/** New views, by the question they answer. */
export function AddView({ onAdd }: { readonly onAdd: (kind: ViewKind) => void }) {
  return (
    <footer className="add-view" aria-label="Add a view">
      <strong>Add a view</strong>
      {QUESTIONS.map(([question, kind, drawn]) => (
        <button key={kind} type="button" className="button" onClick={() => onAdd(kind)}>
          {question} <span className="soft">{drawn}</span>
        </button>
      ))}
    </footer>
  );
}
