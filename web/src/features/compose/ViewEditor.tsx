import { Input } from 'antd';
import { useEffect, useRef, useState } from 'react';
import type { AppDefinition, PageData, Proposal, View } from '../../api/types';
import type { Fields } from '../../shared/sentence/definition';
import { SentenceEditor } from '../../shared/sentence/SentenceEditor';
import { useGrammar } from '../../shared/useGrammar';
import { takes } from './names';
import { columnsOf, useSlots } from './useSlots';
import { say } from '../../words';
import css from './ViewEditor.module.css';

interface Props {
  readonly view: View;
  readonly title: string;
  /** The app that it is part of, and how often that was saved. */
  readonly app: AppDefinition;
  readonly id: string;
  readonly revision: number;
  /** The columns of its dataset. */
  readonly page: PageData;
  /** Id of that dataset. */
  readonly dataset: string;
  /** What colleagues could be let choose of it. */
  readonly proposals: readonly Proposal[];
  readonly onChange: (view: View) => void;
  readonly onChoose: (proposal: Proposal) => void;
  readonly onRemove: () => void;
  readonly onClose: () => void;
}

/** The picked view's sentence, its emphasised parts as controls. */
export function ViewEditor(props: Props) {
  const { view, title, app, id, revision, page, dataset, proposals } = props;
  const { onChange, onChoose, onRemove, onClose } = props;
  const grammar = useGrammar();
  const { slots, fresh } = useSlots(id, revision, view.id, { view });
  const seen = useRef<HTMLElement>(null);
  useEffect(() => {
    // the view first, so that it shows what is said of it
    seen.current?.closest('[data-view]')?.scrollIntoView({ block: 'nearest' });
    seen.current?.scrollIntoView({ block: 'nearest' });
  }, [view.id]);
  const isChosen = (kind: Proposal['kind']) =>
    (app.choices ?? []).some((choice) => choice.kind === kind && choice.views.includes(view.id));
  const open = proposals.filter(
    (proposal) => !isChosen(proposal.kind) && takes(view, proposal.kind, grammar),
  );
  return (
    <section
      ref={seen}
      className={css.viewEditor}
      aria-label={say('compose.edit3', { title })}
      onKeyDown={(event) => {
        if (event.key === 'Escape') onClose();
      }}
    >
      <TitleField key={`${view.id} ${view.title} ${title}`} {...props} />
      <SentenceEditor
        key={view.id}
        slots={slots}
        fresh={fresh}
        fields={view as unknown as Fields}
        columns={columnsOf(page)}
        dataset={dataset}
        late
        look="sentence"
        onChange={(next) => onChange(next as unknown as View)}
      />
      <div className={css.editorEnd}>
        {open.length > 0 && (
          <span className={css.letChoose}>
            {say('compose.letColleaguesChoose')}{' '}
            {open.map((proposal) => (
              <button key={proposal.kind} type="button" onClick={() => onChoose(proposal)}>
                {proposal.label.toLowerCase()}
              </button>
            ))}
          </span>
        )}
        <button type="button" onClick={onRemove}>
          {say('compose.removeView')}
        </button>
        <button type="button" onClick={onClose}>
          {say('compose.done')}
        </button>
      </div>
    </section>
  );
}

function TitleField({ view, title, onChange }: Props) {
  const [typed, setTyped] = useState(view.title);
  const done = () => {
    if (typed.trim() !== view.title) onChange({ ...view, title: typed.trim() });
  };
  return (
    <Input
      className={css.titleField}
      aria-label={say('compose.titleOfTheView')}
      value={typed}
      placeholder={title}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={done}
      onPressEnter={done}
    />
  );
}
