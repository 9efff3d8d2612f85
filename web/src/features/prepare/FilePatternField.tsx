import { useState } from 'react';
import { call } from '../../api/client';
import { say } from '../../words';
import css from './FilePatternField.module.css';

/** Which files join those that are there at the next load; with none, new files take the place of all. */
export function FilePatternField({
  dataset,
  pattern,
  onKept,
}: {
  readonly dataset: string;
  readonly pattern: string | null;
  readonly onKept: () => void;
}) {
  const [text, setText] = useState(pattern ?? '');
  const [told, setTold] = useState<string | null>(null);
  const keep = () => {
    if (text.trim() === (pattern ?? '')) return;
    call('PUT', `/api/datasets/${dataset}/file-pattern`, { pattern: text.trim() || null }).then(
      () => {
        setTold(null);
        onKept();
      },
      (failure: unknown) => setTold((failure as Error).message),
    );
  };
  return (
    <>
      <p>
        <label>
          {say('prepare.filesNamed')}{' '}
          <input
            className={`field ${css.pattern}`}
            value={text}
            placeholder={say('prepare.patternExample')}
            onChange={(event) => setText(event.target.value)}
            onBlur={keep}
            onKeyDown={(event) => {
              if (event.key === 'Enter') keep();
            }}
          />
        </label>{' '}
        {pattern === null ? say('prepare.noneJoin') : say('prepare.joinThoseThatAreThere')}
      </p>
      {told && (
        <p className="problem" role="alert">
          {told}
        </p>
      )}
    </>
  );
}
