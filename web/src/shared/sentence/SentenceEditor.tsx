import { useState } from 'react';
import type { Slot } from '../../api/types';
import { applied, isEmptyAt, standing, type Fields } from './definition';
import type { Look } from './pickers';
import { SlotEditor, type StepColumn } from './SlotEditor';
import css from './SentenceEditor.module.css';

interface Props {
  /** As the server names them, in their order. */
  readonly slots: readonly Slot[];
  /** Given while they are of what was said before: asks what can be said now, so that a pick makes of it what it should. */
  readonly fresh?: () => Promise<readonly Slot[]>;
  readonly fields: Fields;
  readonly columns: readonly StepColumn[];
  /** The dataset that it is said of. */
  readonly dataset: string;
  /** Of its steps, how many go before; all of them if null. */
  readonly steps?: number | null;
  /** Whether what is typed counts when it is left, and not with each key. */
  readonly late?: boolean;
  /** As words of a sentence, or a line for each slot with its words before it. */
  readonly look: Look;
  readonly onChange: (fields: Fields) => void;
}

/**
 * The one editor of all that is said: of steps, filters, views, measures and options of choices. It knows what can be
 * said from the slots alone.
 */
export function SentenceEditor(props: Props) {
  const { slots, fresh, fields, look, onChange } = props;
  const [more, setMore] = useState<string | null>(null);
  const pickLater = async (path: string, value: string, slotsThen: Promise<readonly Slot[]>) => {
    const option = (await slotsThen)
      .flatMap((one) => [one, ...one.parts])
      .find((one) => one.path === path)
      ?.options.find((one) => one.value === value);
    if (option) onChange(applied(fields, option));
  };
  const inParts = slots.filter(
    (slot) => slot.parts.length > 0 && (more === slot.path || standing(slot, fields)?.more),
  );
  const isBelow = (slot: Slot) => look === 'sentence' && slot.type === 'PARAGRAPHS';
  const editor = (slot: Slot) => (
    <SlotEditor
      slot={slot}
      fields={fields}
      columns={props.columns}
      dataset={props.dataset}
      steps={props.steps}
      late={props.late}
      look={look}
      onMore={(open) => setMore(open ? slot.path : null)}
      onPick={fresh ? (value) => void pickLater(slot.path, value, fresh()) : undefined}
      onChange={onChange}
    />
  );
  const words =
    look === 'sentence'
      ? slots.map((slot) => (
          <Opened key={slot.path} slot={slot} fields={fields}>
            {slot.before?.startsWith(',') ? '' : ' '}
            {slot.before} {!isBelow(slot) && editor(slot)}
          </Opened>
        ))
      : slots.map((slot) => (
          <label key={slot.path} className={css.line}>
            {slot.before ?? slot.words} {editor(slot)}
          </label>
        ));
  return (
    <>
      {look === 'sentence' ? <div className={css.words}>{words}.</div> : words}
      {slots.filter(isBelow).map((slot) => (
        <div key={slot.path} className={css.below}>
          {editor(slot)}
        </div>
      ))}
      {inParts.map((slot) => (
        <div key={slot.path} className={css.parts} role="group" aria-label={slot.words}>
          {slot.parts.map((part) => (
            <span key={part.path}>
              {part.before} {editor(part)}
            </span>
          ))}
        </div>
      ))}
    </>
  );
}

/** A slot that needs not be filled is said once something was pressed. */
function Opened({
  slot,
  fields,
  children,
}: {
  readonly slot: Slot;
  readonly fields: Fields;
  readonly children: React.ReactNode;
}) {
  const [open, setOpen] = useState(false);
  if (slot.opens === null || open || !isEmptyAt(fields, slot.path)) return <>{children}</>;
  return (
    <>
      {' '}
      <button type="button" className={`word ${css.opens}`} onClick={() => setOpen(true)}>
        {slot.opens}
      </button>
    </>
  );
}
