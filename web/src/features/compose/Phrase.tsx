import { Select } from 'antd';
import type { Choice } from './options';
import sentenceCss from './sentence.module.css';

/** A part of a sentence that is picked from a list. */
export function Phrase({
  name,
  value,
  choices,
  onPick,
}: {
  readonly name: string;
  readonly value: string;
  readonly choices: Choice[];
  readonly onPick: (value: string) => void;
}) {
  return (
    <Select
      variant="borderless"
      className={sentenceCss.phrasePick}
      aria-label={name}
      showSearch={choices.length > 8}
      optionFilterProp="label"
      popupMatchSelectWidth={false}
      value={value}
      options={choices}
      onChange={onPick}
    />
  );
}
