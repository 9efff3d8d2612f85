import { useState, type RefObject } from 'react';
import type { Shown } from '../../api/types';
import { Dialog } from '../../shared/Dialog';
import { sentenceText } from '../../shared/SentenceText';
import type { ViewContext } from './context';
import { Explained } from './Explained';
import { asPng, asSvg, drawingOf, save } from './picture';
import { say } from '../../words';
import css from './ViewMenu.module.css';

interface Props {
  readonly card: RefObject<HTMLElement | null>;
  readonly title: string;
  readonly shown: Shown;
  /** Whether it is a chart now, which can be had as a picture. */
  readonly isDrawn: boolean;
  readonly context: ViewContext;
}

/** What the numbers of a view are, and what can be done with it: full size, a picture. */
export function ViewMenu({ card, title, shown, isDrawn, context }: Props) {
  const [failed, setFailed] = useState(false);
  const drawn = () => card.current && drawingOf(card.current, title, sentenceText(shown.sentence));
  const picture = (make: (drawing: SVGSVGElement) => Promise<void> | void) => {
    const drawing = drawn();
    if (!drawing) return;
    setFailed(false);
    Promise.resolve(make(drawing)).catch(() => setFailed(true));
  };
  const name = title.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase();
  return (
    <Dialog label={say('view.whatIsThis')} name={say('view.whatIs', { title })}>
      {(close) => (
        <div className={css.viewAbout}>
          <Explained view={shown.view} title={title} context={context} />
          <p className={css.viewTools}>
            <button
              type="button"
              className="word"
              onClick={() => {
                close();
                context.onAlone(shown.view.id);
              }}
            >
              {say('view.fullSize')}
            </button>
            {isDrawn && (
              <>
                <button
                  type="button"
                  className="word"
                  onClick={() => picture((drawing) => save(asSvg(drawing), `${name}.svg`))}
                >
                  {say('view.svg')}
                </button>
                <button
                  type="button"
                  className="word"
                  onClick={() =>
                    picture(async (drawing) => save(await asPng(drawing), `${name}.png`))
                  }
                >
                  {say('view.png')}
                </button>
                <button
                  type="button"
                  className="word"
                  onClick={() =>
                    picture(async (drawing) => {
                      const png = await asPng(drawing);
                      await navigator.clipboard.write([new ClipboardItem({ 'image/png': png })]);
                    })
                  }
                >
                  {say('view.copyPicture')}
                </button>
              </>
            )}
          </p>
          {failed && (
            <p className="soft" role="alert">
              {say('view.theBrowserDidNotLet')}
            </p>
          )}
        </div>
      )}
    </Dialog>
  );
}
