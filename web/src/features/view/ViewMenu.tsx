import { useState, type RefObject } from 'react';
import type { Answer, Sentence, Shown } from '../../api/types';
import { count } from '../../shared/format';
import { Menu } from '../../shared/Menu';
import { sentenceText } from '../../shared/SentenceText';
import { asPng, asSvg, drawingOf, save } from './picture';
import { say } from '../../words';

interface Props {
  readonly card: RefObject<HTMLElement | null>;
  readonly title: string;
  readonly shown: Shown;
  readonly answer: Answer | null;
  /** Whether it is a chart now, which can be had as a picture. */
  readonly isDrawn: boolean;
  /** The whole selection in words, marks of other views with it. */
  readonly reading: Sentence | null;
}

/** What the numbers of a view are, and what can be done with it: full size, a picture. */
export function ViewMenu({ card, title, shown, answer, isDrawn, reading }: Props) {
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
    <Menu label={say('view.whatIsThis')} className="word" name={say('view.whatIs', { title })}>
      {(close) => (
        <div className="view-about">
          <p>{sentenceText(shown.sentence)}</p>
          {shown.measures.map(({ meaning }, m) => (
            <p key={m} className="soft">
              {meaning}
            </p>
          ))}
          {reading && <p className="soft">{sentenceText(reading)}</p>}
          {answer && 'rowCount' in answer && (
            <p className="soft">
              {say('view.countedHere', {
                rowCount: count(answer.rowCount),
                rowCount2: answer.rowCount,
              })}
            </p>
          )}
          <p className="view-tools">
            <button
              type="button"
              className="word"
              onClick={() => {
                close();
                void card.current?.requestFullscreen();
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
    </Menu>
  );
}
