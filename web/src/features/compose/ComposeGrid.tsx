import type { ReactNode } from 'react';
import GridLayout, { useContainerWidth } from 'react-grid-layout';
import 'react-grid-layout/css/styles.css';
import 'react-resizable/css/styles.css';
import type { View } from '../../api/types';
import { say } from '../../words';

interface Props {
  readonly views: readonly View[];
  readonly card: (view: View) => ReactNode;
  readonly picked: string | null;
  readonly titles: (view: View) => string;
  readonly onPick: (id: string) => void;
  readonly onPlaces: (places: Map<string, View['place']>) => void;
}

/** The live views on a grid of twelve columns, moved by their bar and resized by their corner. */
export function ComposeGrid({ views, card, picked, titles, onPick, onPlaces }: Props) {
  const { width, containerRef, mounted } = useContainerWidth();
  const layout = views.map((view) => ({ i: view.id, ...view.place, minW: 2, minH: 2 }));
  const keep = (next: readonly { i: string; x: number; y: number; w: number; h: number }[]) => {
    onPlaces(new Map(next.map(({ i, x, y, w, h }) => [i, { x, y, w, h }])));
  };
  return (
    <div ref={containerRef} className="compose-grid">
      {mounted && (
        <GridLayout
          width={width}
          layout={layout}
          gridConfig={{ cols: 12, rowHeight: 40, margin: [12, 12], containerPadding: [0, 0] }}
          dragConfig={{ handle: '.move-bar' }}
          onDragStop={(next) => keep(next)}
          onResizeStop={(next) => keep(next)}
        >
          {views.map((view) => (
            <div
              key={view.id}
              className={view.id === picked ? 'compose-cell picked' : 'compose-cell'}
              data-view={view.id}
            >
              <div className="cell-tools">
                <span className="move-bar" title={say('compose.dragToMove')}>
                  {say('compose.move')}
                </span>
                <button
                  type="button"
                  className="word"
                  aria-label={say('compose.edit', { view: titles(view) })}
                  aria-pressed={view.id === picked}
                  onClick={() => onPick(view.id)}
                >
                  {say('compose.edit2')}
                </button>
              </div>
              {card(view)}
            </div>
          ))}
        </GridLayout>
      )}
    </div>
  );
}
