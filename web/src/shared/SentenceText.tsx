import type { ReactNode } from 'react';
import type { Part, Sentence } from '../api/types';

/** A sentence of the core; its controls are drawn by `control`, or as plain words without it. */
export function SentenceText({
  sentence,
  control,
}: {
  readonly sentence: Sentence;
  readonly control?: (part: Part, index: number) => ReactNode;
}) {
  return (
    <>
      {sentence.parts.map((part, i) => {
        if (part.control !== null && control) return <span key={i}>{control(part, i)}</span>;
        return part.strong && part.control === null ? (
          <strong key={i}>{part.text}</strong>
        ) : (
          <span key={i}>{part.text}</span>
        );
      })}
    </>
  );
}

export const sentenceText = (sentence: Sentence): string =>
  sentence.parts.map((part) => part.text).join('');
