import { useState } from 'react';

/** For those who would rather paste into something they see. */
export function PasteCells({ onCells }: { readonly onCells: (text: string) => void }) {
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  if (!open) {
    return (
      <p className="soft paste-offer">
        or{' '}
        <button type="button" className="word" onClick={() => setOpen(true)}>
          paste cells
        </button>{' '}
        from a spreadsheet, here or anywhere on this page
      </p>
    );
  }
  return (
    <form
      className="paste"
      onSubmit={(event) => {
        event.preventDefault();
        onCells(text);
      }}
    >
      <textarea
        aria-label="Pasted cells"
        autoFocus
        rows={5}
        value={text}
        placeholder="Paste here"
        onChange={(event) => setText(event.target.value)}
      />
      <span>
        <button type="submit" className="button" disabled={text.trim() === ''}>
          Read these cells
        </button>{' '}
        <button type="button" className="word" onClick={() => setOpen(false)}>
          Not now
        </button>
      </span>
    </form>
  );
}
