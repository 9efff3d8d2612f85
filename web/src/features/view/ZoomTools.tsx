import type { Zoom } from './useZoom';
import { say } from '../../words';
import css from './ZoomTools.module.css';

/** Closer, farther, the way back to the whole, and a box where dragging moves; seen while a view is used. */
export function ZoomTools({
  title,
  zoom,
  canBox,
}: {
  readonly title: string;
  readonly zoom: Zoom;
  readonly canBox: boolean;
}) {
  return (
    <span
      className={zoom.isZoomed || zoom.isBoxing ? `${css.zoomTools} ${css.zoomed}` : css.zoomTools}
      title={zoom.zooming === 'geo' ? say('view.mapHint') : say('view.zoomHint')}
    >
      <button
        type="button"
        className="word"
        aria-label={say('view.closerOf', { title })}
        onClick={() => {
          zoom.closer();
        }}
      >
        {say('view.closer')}
      </button>{' '}
      {zoom.isZoomed && (
        <>
          <button
            type="button"
            className="word"
            aria-label={say('view.fartherOf', { title })}
            onClick={zoom.farther}
          >
            {say('view.farther')}
          </button>{' '}
          <button
            type="button"
            className="word"
            aria-label={say('view.wholeOf', { title })}
            onClick={zoom.whole}
          >
            {say('view.whole')}
          </button>{' '}
        </>
      )}
      {canBox && (
        <button
          type="button"
          className="word"
          aria-label={say('view.boxOf', { title })}
          aria-pressed={zoom.isBoxing}
          onClick={() => {
            zoom.setBoxing(!zoom.isBoxing);
          }}
        >
          {say('view.box')}
        </button>
      )}
    </span>
  );
}
