import type { AppDefinition, View } from '../../api/types';
import { say } from '../../words';
import css from './PageTabs.module.css';

type Pages = NonNullable<AppDefinition['pages']>;

/** The page with that id, or the first; null for an app of a single page. */
export const pageShown = (app: AppDefinition, id: string | null): Pages[number] | null =>
  app.pages?.find((page) => page.id === id) ?? app.pages?.[0] ?? null;

/** The views of a page: those that name none stand on the first. */
export function viewsOn(app: AppDefinition, id: string | null): View[] {
  const shown = pageShown(app, id);
  const first = app.pages?.[0]?.id;
  return shown === null ? app.views : app.views.filter((view) => (view.page ?? first) === shown.id);
}

/** The pages of an app as tabs; arrow keys go from one to the next. */
export function PageTabs({
  app,
  now,
  onPick,
}: {
  readonly app: AppDefinition;
  readonly now: string | null;
  readonly onPick: (id: string) => void;
}) {
  const pages = app.pages ?? [];
  const shown = pageShown(app, now);
  if (pages.length < 2 || shown === null) return null;
  const step = (by: number) => {
    const at = (pages.indexOf(shown) + by + pages.length) % pages.length;
    const next = pages[at];
    if (!next) return;
    onPick(next.id);
    document.getElementById(`page-tab-${next.id}`)?.focus();
  };
  return (
    <div className={css.pageTabs} role="tablist" aria-label={say('read.pages')}>
      {pages.map((page) => (
        <button
          key={page.id}
          id={`page-tab-${page.id}`}
          type="button"
          role="tab"
          aria-selected={page === shown}
          aria-controls="page-views"
          tabIndex={page === shown ? 0 : -1}
          onClick={() => onPick(page.id)}
          onKeyDown={(event) => {
            if (event.key === 'ArrowRight') step(1);
            if (event.key === 'ArrowLeft') step(-1);
          }}
        >
          {page.title}
        </button>
      ))}
    </div>
  );
}
