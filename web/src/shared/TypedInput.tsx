import { Input } from 'antd';
import { useState } from 'react';

/** A text that counts when it is left or Enter is pressed; what may not be empty stays as it was. */
export function TypedInput({
  label,
  value,
  placeholder,
  empty = false,
  onDone,
}: {
  readonly label: string;
  readonly value: string;
  readonly placeholder?: string;
  readonly empty?: boolean;
  readonly onDone: (value: string) => void;
}) {
  const [typed, setTyped] = useState(value);
  const [before, setBefore] = useState(value);
  if (before !== value) {
    setBefore(value);
    setTyped(value);
  }
  const done = () => {
    const next = typed.trim();
    if (next !== value && (empty || next !== '')) onDone(next);
  };
  return (
    <Input
      size="small"
      aria-label={label}
      placeholder={placeholder}
      value={typed}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={done}
      onPressEnter={done}
    />
  );
}
