import { useState } from 'react';
import css from './FirstVisit.module.css';
import { say } from '../../words';

const KNOWN = 'first-visit';

const isKnown = (): boolean => {
  try {
    return localStorage.getItem(KNOWN) !== null;
  } catch {
    return true; // a browser that keeps nothing would be told at every visit
  }
};

/** One line on what can be pressed, until its reader has seen it once. */
export function FirstVisit() {
  const [known, setKnown] = useState(isKnown);
  if (known) return null;
  return (
    <p className={`soft ${css.hint}`} data-testid="first-visit" role="note">
      {say('read.whatCanBePressed')}{' '}
      <button
        type="button"
        className="word"
        onClick={() => {
          localStorage.setItem(KNOWN, 'seen');
          setKnown(true);
        }}
      >
        {say('read.understood')}
      </button>
    </p>
  );
}
