import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { askPage, lineReader, Problem } from '../../api/client';
import type { Answer, AnswerLine, Failure, PageQuestion } from '../../api/types';
import type { Answered } from '../view';
import type { PageState } from './selection';
import { say } from '../../words';

export type Head = Extract<AnswerLine, { line: 'head' }>;

export interface Answers {
  readonly head: Head | null;
  readonly views: Readonly<Record<string, Answered>>;
  readonly filters: Readonly<Record<string, Answered>>;
  /** New answers are on their way and have been for a while. */
  readonly late: boolean;
  readonly problem: Problem | null;
  /** Rises with each complete set of answers. */
  readonly rounds: number;
  readonly retry: () => void;
}

/** What is wanted of the values of filters. */
export interface Lists {
  /** For each filter a text that they must contain. */
  readonly finds: Record<string, string>;
  /** Filters of which all are wanted. */
  readonly whole: readonly string[];
}

type Known = Omit<Answers, 'retry' | 'late'> & {
  /** Answers beside those of views with the number of the question that they came with; null for a view's own. */
  readonly besides: Readonly<
    Record<string, { answer: Answer | null; failure: Failure | null; turn: number }>
  >;
  /** Of each view the number of the question that its answer came with. */
  readonly turns: Readonly<Record<string, number>>;
};

const EMPTY: Known = {
  head: null,
  views: {},
  filters: {},
  problem: null,
  rounds: 0,
  besides: {},
  turns: {},
};
const LATE_AFTER = 200;

/** What a lost connection, or a server that is just being started, answers with: it passes by itself. */
const PASSING = [0, 502, 503, 504];
const FIRST_WAIT = 1000; // milliseconds, twice as long each time
const LONGEST = 15_000;
const TOO_LONG = say('read.thisSelectionTakesLongerTo');

/**
 * The answers of a page for a state, asked again when either changes. The old answers stay until new ones come, each
 * in its place; a newer question stops the older, here and on the server.
 */
export function useAnswers(
  path: string,
  state: PageState,
  lists: Lists,
  tables: NonNullable<PageQuestion['tables']>,
  stamp: string,
  views: readonly string[] | null = null,
  highlight = false,
): Answers {
  const [known, setKnown] = useState<Known>(EMPTY);
  const [late, setLate] = useState(false);
  const [tries, setTries] = useState(0);
  const page = useMemo(() => crypto.randomUUID(), []);
  const reading = useMemo(() => lineReader(), []);
  const { filters, marks, choices } = state;
  const question = JSON.stringify({ filters, marks, choices, lists, tables, views, highlight });
  const latest = useRef(0);
  const failures = useRef(0); // one after the other
  useEffect(() => {
    const asked = JSON.parse(question) as {
      filters: PageState['filters'];
      marks: PageState['marks'];
      choices: PageState['choices'];
      tables: NonNullable<PageQuestion['tables']>;
      lists: Lists;
      views: string[] | null;
      highlight: boolean;
    };
    const abort = new AbortController();
    const turn = ++latest.current;
    const timer = setTimeout(() => setLate(true), LATE_AFTER);
    let again: ReturnType<typeof setTimeout> | undefined;
    const askAgain = () => setTries((before) => before + 1);
    askPage(
      path,
      {
        page,
        turn,
        filters: asked.filters,
        marks: asked.marks,
        tables: asked.tables,
        finds: asked.lists.finds,
        whole: [...asked.lists.whole],
        views: asked.views,
        choices: asked.choices,
        highlight: asked.highlight,
      },
      abort.signal,
      (lines) => {
        if (turn !== latest.current) return;
        failures.current = 0;
        setKnown((before) => lines.reduce((now, line) => withLine(now, line, turn), before));
      },
      reading,
    )
      .catch((error: unknown) => {
        if (turn !== latest.current || abort.signal.aborted) return;
        const failed =
          error instanceof Problem ? error : new Problem(0, '', say('read.theAnswerBrokeOff'));
        if (!PASSING.includes(failed.status)) {
          setKnown((before) => ({ ...before, problem: failed }));
          return;
        }
        const problem = new Problem(
          failed.status,
          failed.code,
          say('read.andTriedAgain', { problem: failed.message }),
        );
        setKnown((before) => ({ ...before, problem }));
        again = setTimeout(askAgain, Math.min(LONGEST, FIRST_WAIT * 2 ** failures.current++));
        window.addEventListener('online', askAgain);
      })
      .finally(() => {
        clearTimeout(timer);
        if (turn === latest.current) setLate(false);
      });
    return () => {
      clearTimeout(timer);
      clearTimeout(again);
      window.removeEventListener('online', askAgain);
      abort.abort();
    };
  }, [path, page, reading, question, stamp, tries]);
  const retry = useCallback(() => setTries((before) => before + 1), []);
  return { ...known, late, retry };
}

/** Whether a line tells what is known: then it stays the same object, and nothing is drawn again. */
const isAsBefore = (
  known: Answered | undefined,
  line: Pick<Answered, 'answer' | 'shown'>,
): boolean => line.answer !== null && known?.answer === line.answer && known.shown === line.shown;

function withLine(before: Known, line: AnswerLine, turn: number): Known {
  switch (line.line) {
    case 'head':
      return { ...before, head: line, problem: null };
    case 'view': {
      const { id, answer, failure, shown } = line;
      const beside = before.besides[id];
      const now = beside?.turn === turn ? beside : null;
      const turns = { ...before.turns, [id]: turn };
      if (isAsBefore(before.views[id], line) && before.views[id]?.beside === (now?.answer ?? null))
        return { ...before, turns };
      return {
        ...before,
        views: {
          ...before.views,
          [id]: {
            answer,
            failure,
            shown,
            beside: now?.answer ?? null,
            besideFailure: now?.failure ?? null,
          },
        },
        turns,
      };
    }
    case 'beside': {
      const { id, answer, failure } = line;
      const besides = { ...before.besides, [id]: { answer, failure, turn } };
      const view = before.views[id];
      return view && before.turns[id] === turn
        ? {
            ...before,
            besides,
            views: { ...before.views, [id]: { ...view, beside: answer, besideFailure: failure } },
          }
        : { ...before, besides };
    }
    case 'filter': {
      const { id, answer, failure, shown } = line;
      if (isAsBefore(before.filters[id], line)) return before;
      return {
        ...before,
        filters: {
          ...before.filters,
          [id]: { answer, failure, shown, beside: null, besideFailure: null },
        },
      };
    }
    case 'question': // of other programs
      return before;
    case 'end':
      return { ...before, rounds: before.rounds + 1 };
    case 'cancelled': // by a newer question, which answers; or because it took too long
      return line.late ? { ...before, problem: new Problem(0, 'CANCELLED', TOO_LONG) } : before;
  }
}
