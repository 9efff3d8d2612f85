import { useCallback, useState, type CSSProperties, type ReactNode } from 'react';
import GridLayout, { useContainerWidth } from 'react-grid-layout';
import 'react-grid-layout/css/styles.css';
import 'react-resizable/css/styles.css';
import type { View } from '../../api/types';
import { say } from '../../words';
import css from './ComposeGrid.module.css';

interface Props {
  readonly views: readonly View[];
  readonly card: (view: View) => ReactNode;
  readonly picked: string | null;
  readonly titles: (view: View) => string;
  readonly onPick: (id: string) => void;
  /** Stands above the picked view. */
  readonly editor: ReactNode;
  readonly onPlaces: (places: Map<string, View['place']>) => void;
}

const COLUMNS = 12;
const GAP = 12;
const ROW = 40;
/** As much as a sentence of some parts needs to stand in one or two lines. */
const EDITOR = 860;

/** Beside the left edge of the view, but within the grid. */
function above(place: View['place'], grid: number): CSSProperties {
  const column = (grid + GAP) / COLUMNS;
  const width = Math.min(grid, Math.max(EDITOR, place.w * column - GAP));
  return { width, left: Math.min(0, grid - place.x * column - width) };
}

/** The live views on a grid of twelve columns, moved by their bar and resized by their corner. */
export function ComposeGrid(props: Props) {
  const { views, card, picked, titles, editor, onPick, onPlaces } = props;
  const { width, containerRef, mounted } = useContainerWidth();
  const layout = views.map((view) => ({ i: view.id, ...view.place, minW: 2, minH: 2 }));
  const top = views.find((view) => view.id === picked)?.place.y ?? 0;
  const [height, setHeight] = useState(0);
  const measured = useCallback((box: HTMLDivElement | null) => {
    if (!box) {
      setHeight(0);
      return undefined;
    }
    const observer = new ResizeObserver(() => setHeight(box.offsetHeight));
    observer.observe(box);
    return () => observer.disconnect();
  }, []);
  // of what stands above the grid nothing is covered
  const room = Math.max(0, height + GAP - top * (ROW + GAP));
  const keep = (next: readonly { i: string; x: number; y: number; w: number; h: number }[]) => {
    onPlaces(new Map(next.map(({ i, x, y, w, h }) => [i, { x, y, w, h }])));
  };
  return (
    <div
      ref={containerRef}
      className={css.composeGrid}
      style={height > 0 ? { paddingTop: room } : undefined}
    >
      {mounted && (
        <GridLayout
          width={width}
          layout={layout}
          gridConfig={{
            cols: COLUMNS,
            rowHeight: ROW,
            margin: [GAP, GAP],
            containerPadding: [0, 0],
          }}
          dragConfig={{ handle: `.${css.moveBar}` }}
          onDragStop={(next) => keep(next)}
          onResizeStop={(next) => keep(next)}
        >
          {views.map((view) => (
            <div
              key={view.id}
              className={view.id === picked ? `${css.composeCell} ${css.picked}` : css.composeCell}
              data-view={view.id}
            >
              <div className={css.cellTools}>
                <span className={css.moveBar} title={say('compose.dragToMove')}>
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
              {view.id === picked && (
                <div ref={measured} className={css.editorAbove} style={above(view.place, width)}>
                  {editor}
                </div>
              )}
              {card(view)}
            </div>
          ))}
        </GridLayout>
      )}
    </div>
  );
}
