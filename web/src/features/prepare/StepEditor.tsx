import { Button } from 'antd';
import { useState } from 'react';
import type { Step, StepKindWords } from '../../api/types';
import { say } from '../../words';
import type { Fields } from '../../shared/sentence/definition';
import { SentenceEditor } from '../../shared/sentence/SentenceEditor';
import type { StepColumn } from '../../shared/sentence/SlotEditor';
import css from './StepEditor.module.css';
import prepareCss from './prepare.module.css';

interface Props {
  /** As it is, or blank for a new one. */
  readonly step: Fields;
  readonly isNew?: boolean;
  readonly kind: StepKindWords;
  readonly columns: readonly StepColumn[];
  readonly dataset: string;
  /** How many steps go before; all of them if null. */
  readonly steps: number | null;
  readonly busy: boolean;
  readonly onStep: (step: Step) => Promise<boolean>;
  readonly onClose: () => void;
}

/** A step's words in place: an editor for each slot that the server names. */
export function StepEditor(props: Props) {
  const { step, isNew = false, kind, columns, dataset, steps, busy, onStep, onClose } = props;
  const [fields, setFields] = useState<Fields>({ ...step });
  const submit = (event: React.FormEvent) => {
    event.preventDefault();
    void onStep(fields as unknown as Step).then((done) => {
      if (done) onClose();
    });
  };
  return (
    <form className={css.stepEditor} aria-label={kind.words} onSubmit={submit}>
      <SentenceEditor
        slots={kind.slots}
        fields={fields}
        columns={columns}
        dataset={dataset}
        steps={steps}
        look="lines"
        onChange={setFields}
      />
      <span className={prepareCss.formEnd}>
        <Button htmlType="submit" type="primary" size="small" loading={busy}>
          {isNew ? say('prepare.addTheStep') : say('prepare.changeTheStep')}
        </Button>
        <Button size="small" onClick={onClose}>
          {say('prepare.leaveIt')}
        </Button>
      </span>
    </form>
  );
}
