import { Input } from 'antd';
import { useState } from 'react';
import type { AppDefinition } from '../../api/types';
import { pageShown } from '../read';
import { say } from '../../words';
import css from './PageEditor.module.css';

interface Props {
  readonly app: AppDefinition;
  readonly now: string | null;
  readonly onChange: (app: AppDefinition) => void;
  readonly onGoTo: (id: string | null) => void;
}

/** Adds a page; renames, moves and removes the one that is shown. */
export function PageEditor({ app, now, onChange, onGoTo }: Props) {
  const pages = app.pages ?? [];
  const shown = pageShown(app, now);
  const at = shown ? pages.indexOf(shown) : 0;
  const add = () => {
    const first = pages.length > 0 ? pages : [{ id: 'p1', title: say('compose.overview') }];
    let n = first.length + 1;
    while (first.some((page) => page.id === `p${n}`)) n += 1;
    onChange({ ...app, pages: [...first, { id: `p${n}`, title: say('compose.page', { n }) }] });
    onGoTo(`p${n}`);
  };
  const move = (by: number) => {
    const next = [...pages];
    const [page] = next.splice(at, 1);
    if (page) next.splice(at + by, 0, page);
    const first = pages[0]?.id; // views that name no page stay where they are
    onChange({
      ...app,
      pages: next,
      views: app.views.map((view) => ({ ...view, page: view.page ?? first ?? null })),
    });
  };
  const remove = () => {
    const rest = pages.filter((page) => page !== shown);
    const first = pages[0]?.id;
    const target = rest[0]?.id ?? null;
    const stay = app.views.filter((view) => (view.page ?? first) === target);
    const bottom = Math.max(0, ...stay.map((view) => view.place.y + view.place.h));
    onChange({
      ...app,
      pages: rest.length > 1 ? rest : [],
      views: app.views
        .map((view) => {
          const own = view.page ?? first ?? null;
          return own === shown?.id
            ? { ...view, page: target, place: { ...view.place, y: view.place.y + bottom } }
            : { ...view, page: own };
        })
        .map((view) => (rest.length > 1 ? view : { ...view, page: null })),
    });
    onGoTo(null);
  };
  return (
    <span className={css.pageEditor}>
      {pages.length > 1 && shown && (
        <>
          <TitleOfPage
            key={`${shown.id} ${shown.title}`}
            title={shown.title}
            onDone={(title) =>
              onChange({
                ...app,
                pages: pages.map((page) => (page === shown ? { ...page, title } : page)),
              })
            }
          />
          {at > 0 && (
            <button type="button" className="word" onClick={() => move(-1)}>
              {say('compose.earlier')}
            </button>
          )}
          {at < pages.length - 1 && (
            <button type="button" className="word" onClick={() => move(1)}>
              {say('compose.later')}
            </button>
          )}
          <button type="button" className="word" onClick={remove}>
            {say('compose.removePage')}
          </button>
        </>
      )}
      <button type="button" className="word" onClick={add}>
        {say('compose.page2')}
      </button>
    </span>
  );
}

function TitleOfPage({
  title,
  onDone,
}: {
  readonly title: string;
  readonly onDone: (title: string) => void;
}) {
  const [typed, setTyped] = useState(title);
  const done = () => {
    if (typed.trim() !== '' && typed.trim() !== title) onDone(typed.trim());
  };
  return (
    <Input
      size="small"
      aria-label={say('compose.titleOfThePage')}
      value={typed}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={done}
      onPressEnter={done}
    />
  );
}
