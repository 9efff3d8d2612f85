import { useState } from 'react';
import type { SavedView } from '../../api/types';
import { Menu } from '../../shared/Menu';
import type { SavedViewsHook } from './useSavedViews';
import { say } from '../../words';
import css from './SavedViewsMenu.module.css';

interface Props {
  readonly saved: SavedViewsHook;
  /** The state as it stands in the address. */
  readonly now: string;
  readonly onOpen: (view: SavedView) => void;
}

/** Views under names: to open, to keep, and for the author to put in order. */
export function SavedViewsMenu({ saved, now, onOpen }: Props) {
  const { views } = saved;
  if (!views || (views.views.length === 0 && !views.canSave)) return null;
  return (
    <Menu
      label={say('read.savedViews', { views: views.views.length })}
      name={say('read.openOrKeepAView')}
    >
      {(close) => (
        <div className={css.savedViews}>
          <ul>
            {views.views.map((view) => (
              <li key={view.id}>
                <button
                  type="button"
                  className={css.savedName}
                  onClick={() => {
                    close();
                    onOpen(view);
                  }}
                >
                  {view.name}
                </button>
                <span className="soft">
                  {[
                    view.own ? '' : say('read.by', { name: view.by }),
                    view.shared ? say('read.shared') : say('read.yoursAlone'),
                    view.begins ? say('read.opensWithIt') : '',
                    view.place === null ? '' : say('read.stepOfTheReading', { i: view.place + 1 }),
                  ]
                    .filter(Boolean)
                    .join(' · ')}
                </span>
                <span className={css.savedTools}>
                  {view.own && (
                    <>
                      <Tool
                        words={view.shared ? say('read.shareNoMore') : say('read.share')}
                        of={view}
                        onPress={() => saved.change(view.id, { shared: !view.shared })}
                      />
                      <Tool
                        words={say('read.asItStandsNow')}
                        of={view}
                        onPress={() => saved.change(view.id, { state: now })}
                      />
                    </>
                  )}
                  {(view.own || views.isAuthor) && (
                    <Tool
                      words={say('read.remove')}
                      of={view}
                      onPress={() => saved.remove(view.id)}
                    />
                  )}
                </span>
                {views.isAuthor && view.shared && <OfAuthor view={view} saved={saved} />}
              </li>
            ))}
          </ul>
          {views.views.length === 0 && <p className="soft">{say('read.noSavedViewsYet')}</p>}
          {views.canSave && <Keep saved={saved} now={now} />}
          {saved.problem && (
            <p className="problem-text" role="alert">
              {saved.problem.message}
            </p>
          )}
        </div>
      )}
    </Menu>
  );
}

function Tool({
  words,
  of,
  onPress,
}: {
  readonly words: string;
  readonly of: SavedView;
  readonly onPress: () => void;
}) {
  return (
    <button type="button" className="word" aria-label={`${words}, ${of.name}`} onClick={onPress}>
      {words}
    </button>
  );
}

/** What only the author says of a shared view. */
function OfAuthor({ view, saved }: { readonly view: SavedView; readonly saved: SavedViewsHook }) {
  const [note, setNote] = useState(view.note);
  const { place } = view;
  return (
    <span className={css.savedAuthor}>
      <label>
        <input
          type="checkbox"
          checked={view.begins}
          onChange={() => saved.change(view.id, { begins: !view.begins })}
        />
        {say('read.theLinkOpensWithIt')}
      </label>
      <label>
        <input
          type="checkbox"
          checked={place !== null}
          onChange={() => saved.change(view.id, { place: place === null ? 1000 : -1 })}
        />
        {say('read.partOfTheGuidedReading')}
      </label>
      {place !== null && (
        <>
          {place > 0 && (
            <Tool
              words={say('read.earlier')}
              of={view}
              onPress={() => saved.change(view.id, { place: place - 1 })}
            />
          )}
          <input
            className="field"
            aria-label={say('read.whatIsSaidOf', { name: view.name })}
            placeholder={say('read.aSentenceForIt')}
            value={note}
            onChange={(event) => setNote(event.target.value)}
            onBlur={() => note !== view.note && saved.change(view.id, { note })}
          />
        </>
      )}
    </span>
  );
}

function Keep({ saved, now }: { readonly saved: SavedViewsHook; readonly now: string }) {
  const [name, setName] = useState('');
  const [shared, setShared] = useState(false);
  return (
    <form
      className={css.savedKeep}
      onSubmit={(event) => {
        event.preventDefault();
        saved.save(name.trim(), now, shared, () => setName(''));
      }}
    >
      <input
        className="field"
        aria-label={say('read.nameOfTheView')}
        placeholder={say('read.nameThisView')}
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <label>
        <input
          type="checkbox"
          checked={shared}
          onChange={(event) => setShared(event.target.checked)}
        />
        {say('read.forAllReaders')}
      </label>
      <button type="submit" className="button" disabled={name.trim() === ''}>
        {say('read.saveThisView')}
      </button>
    </form>
  );
}
