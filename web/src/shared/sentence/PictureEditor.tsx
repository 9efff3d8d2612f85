import { createContext, useContext, useRef, useState } from 'react';
import { keepPicture } from '../../api/client';
import { ProblemNote } from '../ProblemNote';
import { TypedInput } from '../TypedInput';
import { say } from '../../words';
import css from './PictureEditor.module.css';

/** The app that keeps uploaded pictures; null where nothing can have one. */
export const PicturesOf = createContext<string | null>(null);

interface Picture {
  readonly id: string;
  readonly alternative?: string | null;
  readonly caption?: string | null;
}

/** An uploaded picture, what is to be seen in it, and its caption. */
export function PictureEditor({
  words,
  value,
  onChange,
}: {
  readonly words: string;
  readonly value: Picture | null;
  readonly onChange: (next: Picture) => void;
}) {
  const app = useContext(PicturesOf);
  const file = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState<Error | null>(null);
  const [sending, setSending] = useState(false);
  const send = async (picked: File) => {
    if (app === null) return;
    setProblem(null);
    setSending(true);
    try {
      const { id } = await keepPicture(app, picked);
      onChange({ alternative: null, caption: null, ...value, id });
    } catch (failure) {
      setProblem(failure as Error);
    } finally {
      setSending(false);
    }
  };
  return (
    <span className={css.picture}>
      <input
        ref={file}
        className={css.file}
        type="file"
        accept="image/png,image/jpeg,image/gif"
        aria-label={say('compose.fileOfThePicture', { words })}
        tabIndex={-1}
        onChange={(event) => {
          const picked = event.target.files?.[0];
          event.target.value = '';
          if (picked) void send(picked);
        }}
      />
      <button type="button" className={`word ${css.pick}`} onClick={() => file.current?.click()}>
        {sending
          ? say('compose.pictureIsSent')
          : value
            ? say('compose.anotherPicture')
            : say('compose.pickPicture')}
      </button>
      {value && (
        <>
          <TypedInput
            label={say('compose.whatIsToBeSeen')}
            placeholder={say('compose.whatIsToBeSeen')}
            value={value.alternative ?? ''}
            empty
            onDone={(alternative) => onChange({ ...value, alternative: alternative || null })}
          />
          <TypedInput
            label={say('compose.caption')}
            placeholder={say('compose.caption')}
            value={value.caption ?? ''}
            empty
            onDone={(caption) => onChange({ ...value, caption: caption || null })}
          />
        </>
      )}
      {problem && <ProblemNote error={problem} />}
    </span>
  );
}
