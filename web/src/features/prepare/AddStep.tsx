import { Select } from 'antd';
import { useState } from 'react';
import type { Step, StepKindWords } from '../../api/types';
import { useGrammar } from '../../shared/useGrammar';
import { say } from '../../words';
import { StepEditor } from './StepEditor';
import type { StepColumn } from '../../shared/sentence/SlotEditor';
import { blankStep } from './blankStep';
import authorCss from '../../shared/author.module.css';
import css from './AddStep.module.css';

interface Props {
  readonly dataset: string;
  /** How many steps go before; all of them if null. */
  readonly steps: number | null;
  /** As they are where it stands. */
  readonly columns: readonly StepColumn[];
  /** The column that is looked at. */
  readonly looked: string | null;
  readonly busy: boolean;
  /** Whether it stands between others. */
  readonly isInserted?: boolean;
  readonly onStep: (step: Step) => Promise<boolean>;
}

const USUAL = 'compute';

/** A new step at the end: the one that is wanted most is a press away, all are picked from a list. */
export function AddStep({
  dataset,
  steps,
  columns,
  looked,
  busy,
  isInserted = false,
  onStep,
}: Props) {
  const [kind, setKind] = useState<StepKindWords | null>(null);
  const kinds = useGrammar().stepKinds;
  const usual = kinds.find((item) => item.kind === USUAL);
  const close = () => setKind(null);
  if (kind) {
    return (
      <>
        <p className={`${authorCss.stepSentence} ${css.addStep}`}>{kind.words}</p>
        <StepEditor
          key={kind.kind}
          isNew
          step={blankStep(kind, columns, looked)}
          kind={kind}
          columns={columns}
          dataset={dataset}
          steps={steps}
          busy={busy}
          onStep={onStep}
          onClose={close}
        />
      </>
    );
  }
  return (
    <p className={`${authorCss.stepSentence} ${css.addStep}`}>
      {isInserted ? say('prepare.insertAStepHere') : say('prepare.addAStep')}{' '}
      {usual && (
        <>
          <button type="button" className="word" onClick={() => setKind(usual)}>
            {say('prepare.computeAColumn')}
          </button>{' '}
          {say('prepare.or')}{' '}
        </>
      )}
      <Select
        aria-label={isInserted ? say('prepare.kindsOfInsertedSteps') : say('prepare.kindsOfSteps')}
        className={css.stepKinds}
        size="small"
        showSearch={{ optionFilterProp: 'label' }}
        placeholder={say('prepare.anotherStep')}
        popupMatchSelectWidth={320}
        listHeight={420}
        value={null}
        options={kinds.map((item) => ({ value: item.kind, label: item.words }))}
        onChange={(picked) => setKind(kinds.find((item) => item.kind === picked) ?? null)}
      />
    </p>
  );
}
