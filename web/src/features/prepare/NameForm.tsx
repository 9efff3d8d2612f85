import { Button, Input } from 'antd';
import { useState } from 'react';
import { call } from '../../api/client';
import type { DatasetDetails } from '../../api/types';
import { say } from '../../words';
import css from './NameForm.module.css';

/** What the dataset is called, and what a row is. */
export function NameForm({
  data,
  onSaved,
}: {
  readonly data: DatasetDetails;
  readonly onSaved: () => void;
}) {
  const [name, setName] = useState(data.name);
  const [noun, setNoun] = useState(data.noun);
  const [problem, setProblem] = useState<string | null>(null);
  const changed = name.trim() !== data.name || noun.trim() !== data.noun;
  const save = () => {
    call('PUT', `/api/datasets/${data.id}`, { name, noun })
      .then(onSaved)
      .catch((failure: unknown) => setProblem((failure as Error).message));
  };
  return (
    <form
      className={css.nameForm}
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <label className="soft">
        {say('prepare.nameOfTheDataset')}
        <Input value={name} onChange={(event) => setName(event.target.value)} />
      </label>
      <label className="soft">
        {say('prepare.aRowIsOneOf')}
        <Input
          value={noun}
          placeholder={say('prepare.departures')}
          onChange={(event) => setNoun(event.target.value)}
        />
      </label>
      {problem && <p className="problem">{problem}</p>}
      {changed && (
        <Button htmlType="submit" size="small">
          {say('prepare.saveNames')}
        </Button>
      )}
    </form>
  );
}
