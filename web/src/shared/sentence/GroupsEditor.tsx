import { Button, Input, Select } from 'antd';
import type { Recode } from '../../api/types';
import { say } from '../../words';
import css from './GroupsEditor.module.css';

interface GroupsProps {
  readonly words: string;
  readonly value: Recode['groups'];
  readonly options: { value: string; label: string }[];
  readonly onChange: (next: Recode['groups']) => void;
}

/** Names for groups of values: each a line with its name and what belongs to it. */
export function GroupsEditor({ words, value, options, onChange }: GroupsProps) {
  const groups = value.length > 0 ? value : [{ name: '', values: [] }];
  const change = (at: number, next: Recode['groups'][number]) =>
    onChange(groups.map((group, i) => (i === at ? next : group)));
  const taken = new Set(groups.flatMap((group) => group.values));
  return (
    <span className={css.groupsSlot} role="group" aria-label={words}>
      {groups.map((group, i) => (
        <span key={i} className={css.groupLine}>
          <Input
            aria-label={say('shared.nameOfGroup', { i: i + 1 })}
            size="small"
            placeholder={say('shared.nameIt')}
            value={group.name}
            onChange={(event) => change(i, { ...group, name: event.target.value })}
          />
          <Select
            aria-label={say('shared.valuesOfGroup', { i: i + 1 })}
            size="small"
            mode="tags"
            placeholder={say('prepare.pickOrTypeValues')}
            value={group.values}
            options={options.filter(
              (one) => !taken.has(one.value) || group.values.includes(one.value),
            )}
            onChange={(values) => change(i, { ...group, values })}
          />
        </span>
      ))}
      <Button size="small" onClick={() => onChange([...groups, { name: '', values: [] }])}>
        {say('shared.anotherGroup')}
      </Button>
    </span>
  );
}
