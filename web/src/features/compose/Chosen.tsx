import type { ReactNode } from 'react';
import type { Choice } from '../../api/types';
import { say } from '../../words';
import css from './Chosen.module.css';

/** What stands in place of a control whose part colleagues choose; null where they do not. */
export type Given = (slot: Choice['kind']) => ReactNode;

/** The option that holds at first. */
export function Chosen({ words }: { readonly words: string }) {
  return (
    <span className={css.chosen} title={say('compose.colleaguesChooseThis')}>
      {say('compose.chosen', { slot: words })}
    </span>
  );
}
