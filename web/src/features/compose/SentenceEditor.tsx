import { Input } from 'antd';
import { useEffect, useRef, useState } from 'react';
import type { AppDefinition, Choice as AppChoice, PageData, Proposal, View } from '../../api/types';
import { useGrammar } from '../../shared/useGrammar';
import { viewsOn } from '../read';
import { Chosen, type Given } from './Chosen';
import { DrawnAs, drawn, OtherMeasures, OwnCondition } from './DrawingSlots';
import { MeasureSlots } from './MeasureSlots';
import { takes } from './names';
import { Phrase } from './Phrase';
import { TableSlots } from './TableSlots';
import {
  groupingChoices,
  kindsFor,
  groupingOf,
  groupingValue,
  isOfValues,
  LARGEST,
  measureChoices,
  measureOf,
  measureValue,
  NOTHING,
  splitChoices,
  withGrouping,
  type Choice,
  type GrammarViewKind,
} from './options';
import { say } from '../../words';
import sentenceCss from './sentence.module.css';

const NAMED = 'named:'; // in values of the measure's control, before the id of one that has a name

interface Props {
  readonly view: View;
  readonly title: string;
  readonly page: PageData;
  /** What colleagues could be let choose of it. */
  readonly proposals: readonly Proposal[];
  readonly onChange: (view: View) => void;
  /** Draws it another way. */
  readonly onDrawAs: (kind: View['kind']) => void;
  readonly onChoose: (proposal: Proposal) => void;
  readonly onRemove: () => void;
  readonly onClose: () => void;
}

/** As if its second grouping were its first. */
const acrossOf = (kind: GrammarViewKind): GrammarViewKind => ({
  ...kind,
  groupings: kind.acrossForms,
});

/** At the foot of another page. */
function onPage(app: AppDefinition, view: View, id: string): View {
  const there = viewsOn(app, id).filter((other) => other.id !== view.id);
  const bottom = Math.max(0, ...there.map((other) => other.place.y + other.place.h));
  return { ...view, page: id, place: { ...view.place, y: bottom } };
}

/** The picked view's sentence, its emphasised parts as controls. */
export function SentenceEditor(props: Props) {
  const { view, title, page, proposals, onChange, onDrawAs, onChoose, onRemove, onClose } = props;
  const { columns } = page;
  const grammar = useGrammar();
  const kind = grammar.viewKinds.find((item) => item.kind === view.kind);
  const has = (slot: GrammarViewKind['slots'][number]) => kind?.slots.includes(slot) ?? false;
  const kinds = kindsFor(page, grammar);
  const chosen = (page.app.choices ?? []).filter((choice) => choice.views.includes(view.id));
  const isChosen = (slot: AppChoice['kind']) => chosen.some((choice) => choice.kind === slot);
  const startOf = (slot: AppChoice['kind']) => {
    const choice = chosen.find((item) => item.kind === slot);
    const at = choice?.options.findIndex((option) => option.id === choice.start) ?? 0;
    return page.choices[choice?.id ?? '']?.options[Math.max(0, at)] ?? say('compose.whatIs');
  };
  const unusual =
    has('MEASURE') && !view.measureId && measureOf(measureValue(view.measure ?? null)) === null;
  const [detailed, setDetailed] = useState(false);
  const seen = useRef<HTMLElement>(null);
  useEffect(() => {
    // the view first, so that it shows what is said of it
    seen.current?.closest('[data-view]')?.scrollIntoView({ block: 'nearest' });
    seen.current?.scrollIntoView({ block: 'nearest' });
  }, [view.id]);
  const named = (page.app.measures ?? []).filter(
    (measure) => (measure.dataset ?? null) === (view.dataset ?? null),
  );
  const open = proposals.filter(
    (proposal) => !isChosen(proposal.kind) && takes(view, proposal.kind, grammar),
  );
  const given: Given = (slot) => (isChosen(slot) ? <Chosen words={startOf(slot)} /> : null);
  const pick = (
    name: string,
    value: string,
    choices: Choice[],
    use: (value: string) => void,
    slot?: AppChoice['kind'],
  ) =>
    slot && isChosen(slot) ? (
      <Chosen words={startOf(slot)} />
    ) : (
      <Phrase name={name} value={value} choices={choices} onPick={use} />
    );
  return (
    <section
      ref={seen}
      className={sentenceCss.sentenceEditor}
      aria-label={say('compose.edit3', { title })}
      onKeyDown={(event) => {
        if (event.key === 'Escape') onClose();
      }}
    >
      <TitleField key={`${view.id} ${view.title} ${title}`} {...props} />
      <div className={sentenceCss.sentenceWords}>
        {has('COLUMNS') ? (
          <>
            <TableSlots {...props} given={given} />
            {has('MEASURES') && <OtherMeasures {...props} given={given} />}
          </>
        ) : has('TEXT') ? (
          (given('TEXT') ?? say('compose.showAText'))
        ) : (
          <>
            {say('compose.show')}{' '}
            {has('MEASURE')
              ? pick(
                  say('compose.measure'),
                  view.measureId ? NAMED + view.measureId : measureValue(view.measure ?? null),
                  [
                    ...named.map(({ id, name }) => ({ value: NAMED + id, label: name })),
                    ...measureChoices(page, grammar, view.measure ?? null),
                  ],
                  (value) => {
                    const used = named.find(({ id }) => NAMED + id === value);
                    if (used) {
                      setDetailed(false);
                      onChange({ ...view, measureId: used.id, measure: used.measure });
                      return;
                    }
                    const measure = measureOf(value);
                    setDetailed(measure === null);
                    if (measure) onChange({ ...view, measureId: null, measure });
                    else if (view.measureId) onChange({ ...view, measureId: null });
                  },
                  'MEASURE',
                )
              : say('compose.numberOf', { noun: page.app.noun })}
            {has('MEASURES') && !(has('SPLIT') && view.split) && (
              <OtherMeasures {...props} given={given} />
            )}
            {has('GROUPING') && (
              <>
                {kind?.needsGroups === false ? say('compose.withItsCourseBy') : say('compose.by')}
                {pick(
                  say('compose.grouping'),
                  groupingValue(view.by),
                  [
                    ...(kind?.needsGroups === false ? [NOTHING] : []),
                    ...groupingChoices(columns, grammar, kind),
                  ],
                  (value) => {
                    onChange(withGrouping(view, groupingOf(value), columns));
                  },
                  'GROUPING',
                )}
                {has('ACROSS') && (
                  <>
                    {' '}
                    {say('compose.and')}{' '}
                    {pick(
                      say('compose.secondGrouping'),
                      groupingValue(view.across ?? null),
                      [
                        ...(view.kind === 'SUMMARY' ? [NOTHING] : []),
                        ...groupingChoices(columns, grammar, kind && acrossOf(kind)),
                      ],
                      (value) => onChange({ ...view, across: groupingOf(value) }),
                      'ACROSS',
                    )}
                  </>
                )}
                {has('LARGEST') && isOfValues(view.by) && (
                  <>
                    ,{' '}
                    {pick(
                      say('compose.howManyGroups'),
                      String(view.largest),
                      LARGEST,
                      (value) => onChange({ ...view, largest: Number(value) }),
                      'LARGEST',
                    )}
                  </>
                )}
                {has('SPLIT') && (
                  <>
                    {has('NAMED') ? say('compose.colouredBy') : say('compose.splitBy')}{' '}
                    {pick(
                      say('compose.split'),
                      view.split ?? '',
                      splitChoices(columns),
                      (value) => onChange({ ...view, split: value === '' ? null : value }),
                      'SPLIT',
                    )}
                  </>
                )}
                {has('NAMED') && (
                  <>
                    {say('compose.namedBy')}
                    {pick(
                      say('compose.nameOfTheRows'),
                      view.columns[0] ?? '',
                      [NOTHING, ...columns.map(({ name, label }) => ({ value: name, label }))],
                      (value) => onChange({ ...view, columns: value === '' ? [] : [value] }),
                      'NAMED',
                    )}
                  </>
                )}
                {has('PANELS') && (
                  <>
                    {view.kind === 'SUMMARY' ? say('compose.and2') : say('compose.aPanelForEach')}
                    {pick(
                      view.kind === 'SUMMARY'
                        ? say('compose.thirdGrouping')
                        : say('compose.panels'),
                      groupingValue(view.panels ?? null),
                      [NOTHING, ...groupingChoices(columns, grammar)],
                      (value) => onChange({ ...view, panels: groupingOf(value) }),
                      'PANELS',
                    )}
                  </>
                )}
                <DrawnAs {...props} given={given} slots={kind?.slots ?? []} />
              </>
            )}
          </>
        )}
        {has('CONDITION') && <OwnCondition key={view.id} {...props} given={given} />}
        {say('compose.as')}{' '}
        {pick(
          say('compose.kind'),
          view.kind,
          kinds.map((item) => ({ value: item.kind, label: item.words })),
          (value) => {
            const next = kinds.find((item) => item.kind === value);
            if (next) onDrawAs(next.kind);
          },
          'KIND',
        )}
        {(page.app.pages ?? []).length > 1 && (
          <>
            {say('compose.on')}{' '}
            {pick(
              say('compose.page3'),
              view.page ?? page.app.pages?.[0]?.id ?? '',
              (page.app.pages ?? []).map(({ id, title: name }) => ({ value: id, label: name })),
              (id) => onChange(onPage(page.app, view, id)),
            )}
          </>
        )}
        .
      </div>
      {has('TEXT') && !isChosen('TEXT') && (
        <Input.TextArea
          key={view.id}
          aria-label={say('compose.text')}
          className={sentenceCss.textField}
          autoSize={{ minRows: 3, maxRows: 12 }}
          placeholder={say('compose.markdownAFormulaInDouble')}
          defaultValue={view.settings?.text ?? ''}
          onBlur={(event) => onChange(drawn(view, { text: event.target.value }))}
        />
      )}
      {(detailed || unusual) && has('MEASURE') && (
        <MeasureSlots
          measure={view.measure ?? { aggregate: 'ROWS', column: null }}
          by={view.by}
          split={view.split}
          page={page}
          grammar={grammar}
          onChange={(measure) => onChange({ ...view, measure })}
        />
      )}
      <div className={sentenceCss.editorEnd}>
        {open.length > 0 && (
          <span className={sentenceCss.letChoose}>
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
      className={sentenceCss.titleField}
      aria-label={say('compose.titleOfTheView')}
      value={typed}
      placeholder={title}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={done}
      onPressEnter={done}
    />
  );
}
