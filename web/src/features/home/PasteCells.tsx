import { useState } from 'react';
import { say } from '../../words';
import css from './PasteCells.module.css';

/** For those who would rather paste into something they see. */
export function PasteCells({ onCells }: { readonly onCells: (text: string) => void }) {
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  if (!open) {
    return (
      <p className={`soft ${css.pasteOffer}`}>
        {say('home.or3')}{' '}
        <button type="button" className="word" onClick={() => setOpen(true)}>
          {say('home.pasteCells')}
        </button>{' '}
        {say('home.fromASpreadsheetHereOr')}
      </p>
    );
  }
  return (
    <form
      className={css.paste}
      onSubmit={(event) => {
        event.preventDefault();
        onCells(text);
      }}
    >
      <textarea
        aria-label={say('home.pastedCells')}
        autoFocus
        rows={5}
        value={text}
        placeholder={say('home.pasteHere')}
        onChange={(event) => setText(event.target.value)}
      />
      <span>
        <button type="submit" className="button" disabled={text.trim() === ''}>
          {say('home.readTheseCells')}
        </button>{' '}
        <button type="button" className="word" onClick={() => setOpen(false)}>
          {say('home.notNow')}
        </button>
      </span>
    </form>
  );
}
