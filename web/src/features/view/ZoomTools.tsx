import type { useZoom } from './useZoom';
import { say } from '../../words';
import css from './ZoomTools.module.css';

/** Closer, farther, and the way back to the whole; seen while a view is used. */
export function ZoomTools({
  title,
  zoom,
  onWhole,
}: {
  readonly title: string;
  readonly zoom: ReturnType<typeof useZoom>;
  readonly onWhole: () => void;
}) {
  return (
    <span
      className={zoom.isZoomed ? `${css.zoomTools} ${css.zoomed}` : css.zoomTools}
      title={say('view.zoomHint')}
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
            onClick={onWhole}
          >
            {say('view.whole')}
          </button>
        </>
      )}
    </span>
  );
}
