import type { View } from '../../../../api/types';
import { say } from '../../../../words';
import type { ViewContext } from '../../context';
import css from './PictureView.module.css';

/** A picture as large as its place allows, with its caption. */
export function PictureView({
  view,
  context,
}: {
  readonly view: View;
  readonly context: ViewContext;
}) {
  const picture = view.settings?.picture;
  if (!picture) return <p className="soft">{say('view.noPictureYet')}</p>;
  return (
    <figure className={css.picture}>
      <img
        src={`${context.base}/pictures/${picture.id}`}
        alt={picture.alternative ?? ''}
        decoding="async"
      />
      {picture.caption && <figcaption>{picture.caption}</figcaption>}
    </figure>
  );
}
