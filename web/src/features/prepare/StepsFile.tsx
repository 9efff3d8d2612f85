import { useState } from 'react';
import type { DatasetDetails, Step } from '../../api/types';
import { say } from '../../words';

const FORMAT = 1;

/** Takes the steps along as a file, and adds those of a file to these: the same steps on another source. */
export function StepsFile({
  data,
  busy,
  onChange,
}: {
  readonly data: DatasetDetails;
  readonly busy: boolean;
  readonly onChange: (steps: Step[], ofAnotherSource: boolean) => Promise<boolean>;
}) {
  const [told, setTold] = useState<string | null>(null);
  const document = JSON.stringify({ format: FORMAT, steps: data.steps }, null, 2);
  const add = async (file: File) => {
    setTold(null);
    const steps = stepsOf(await file.text());
    if (!steps) {
      setTold(say('prepare.noStepsInThisFile', { file: file.name }));
      return;
    }
    const here = new Set(data.steps.map((step) => JSON.stringify(step)));
    const others = steps.filter((step) => !here.has(JSON.stringify(step))); // a first load may have made the same
    if (others.length === 0) setTold(say('prepare.theseStepsAreHere', { file: file.name }));
    else await onChange([...data.steps, ...others], true);
  };
  return (
    <p className="soft" data-testid="steps-file">
      {data.steps.length > 0 && (
        <>
          <a
            className="word"
            href={`data:application/json;charset=utf-8,${encodeURIComponent(document)}`}
            download={`${data.name}.steps.json`}
          >
            {say('prepare.downloadTheSteps')}
          </a>
          {' · '}
        </>
      )}
      <label className="word">
        {say('prepare.addTheStepsOfAFile')}
        <input
          className="sr-only"
          type="file"
          accept=".json,application/json"
          disabled={busy}
          onChange={(event) => {
            const [file] = event.target.files ?? [];
            event.target.value = '';
            if (file) void add(file);
          }}
        />
      </label>
      {told && (
        <span className="problem" role="alert">
          {told}
        </span>
      )}
    </p>
  );
}

/** Null where a file is no document of steps; whether they fit is said by the server. */
function stepsOf(text: string): Step[] | null {
  try {
    const document = JSON.parse(text) as { format?: unknown; steps?: unknown };
    return document.format === FORMAT && Array.isArray(document.steps)
      ? (document.steps as Step[])
      : null;
  } catch {
    return null;
  }
}
