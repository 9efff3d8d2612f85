import { autocompletion, completionKeymap, type Completion } from '@codemirror/autocomplete';
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { setDiagnostics } from '@codemirror/lint';
import { EditorState } from '@codemirror/state';
import { EditorView, keymap, placeholder as withPlaceholder } from '@codemirror/view';
import { useEffect, useRef } from 'react';
import type { CheckedExpression, Grammar } from '../api/types';
import { say } from '../words';
import type { KnownColumn } from './ExpressionEditor';
import css from './CodeEditor.module.css';

interface Props {
  readonly label: string;
  readonly placeholder: string;
  readonly value: string;
  readonly columns: readonly KnownColumn[];
  readonly functions: Grammar['functions'];
  readonly fault: CheckedExpression['fault'];
  readonly onChange: (text: string) => void;
  readonly onLeave: () => void;
  /** Where a line is all there is: Enter takes what is typed. */
  readonly onEnter?: () => void;
}

const LOOK = EditorView.theme({
  '&': {
    border: '1px solid var(--hairline)',
    borderRadius: '4px',
    background: 'var(--paper)',
    fontSize: '13px',
  },
  '&.cm-focused': { outline: '2px solid var(--accent)', outlineOffset: '1px' },
  '.cm-content': {
    color: 'var(--ink)',
    caretColor: 'var(--ink)',
  },
  '.cm-placeholder': { color: 'var(--soft)' },
  '.cm-tooltip': {
    background: 'var(--paper)',
    color: 'var(--ink)',
    border: '1px solid var(--hairline)',
  },
  '.cm-tooltip-autocomplete ul li[aria-selected]': {
    background: 'var(--accent)',
    color: 'var(--paper)',
  },
  '.cm-tooltip-autocomplete ul li[aria-selected] .cm-completionDetail': { color: 'inherit' },
  '.cm-completionDetail': { color: 'var(--soft)', fontStyle: 'normal' },
});

/** As it is written in an expression: in double quotes where it is no plain name. */
const written = (name: string): string =>
  /^[\p{L}_][\p{L}\p{N}_]*$/u.test(name) ? name : `"${name.replaceAll('"', '""')}"`;

function completions(
  columns: readonly KnownColumn[],
  functions: Grammar['functions'],
): Completion[] {
  return [
    ...columns.map(({ name, label }): Completion => ({
      label: written(name),
      detail: label === name ? say('shared.column') : label,
      type: 'variable',
      boost: 1,
    })),
    ...functions.map(({ name, arguments: given }): Completion => ({
      label: name,
      detail: `(${given})`,
      apply: `${name}(`,
      type: 'function',
    })),
  ];
}

/** The text of an expression: completes columns and functions, marks the place of a fault. */
export default function CodeEditor(props: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const editor = useRef<EditorView | null>(null);
  const latest = useRef(props);
  useEffect(() => {
    latest.current = props;
  });
  useEffect(() => {
    const view = new EditorView({
      parent: frame.current ?? undefined,
      state: EditorState.create({
        doc: latest.current.value,
        extensions: [
          history(),
          autocompletion({
            icons: false,
            override: [
              (context) => {
                const word = context.matchBefore(/"?[\p{L}_][\p{L}\p{N}_ ]*$/u);
                const plain = context.matchBefore(/[\p{L}_][\p{L}\p{N}_]*$/u);
                const from = word?.text.startsWith('"') ? word.from : plain?.from;
                if (from === undefined && !context.explicit) return null;
                const { columns, functions } = latest.current;
                return { from: from ?? context.pos, options: completions(columns, functions) };
              },
            ],
          }),
          keymap.of([
            ...completionKeymap,
            {
              key: 'Enter',
              run: () => {
                latest.current.onEnter?.();
                return latest.current.onEnter !== undefined;
              },
            },
            ...defaultKeymap,
            ...historyKeymap,
          ]),
          withPlaceholder(latest.current.placeholder),
          EditorView.lineWrapping,
          EditorView.contentAttributes.of({ 'aria-label': latest.current.label }),
          EditorView.updateListener.of((update) => {
            if (update.docChanged) latest.current.onChange(update.state.doc.toString());
            if (update.focusChanged && !update.view.hasFocus) latest.current.onLeave();
          }),
          LOOK,
        ],
      }),
    });
    editor.current = view;
    return () => view.destroy();
  }, []);
  const { value, fault } = props;
  useEffect(() => {
    const view = editor.current;
    if (!view || view.state.doc.toString() === value) return;
    view.dispatch({
      changes: { from: 0, to: view.state.doc.length, insert: value },
      selection: { anchor: value.length },
    });
  }, [value]);
  useEffect(() => {
    const view = editor.current;
    if (!view) return;
    const { length } = view.state.doc;
    const from = Math.min(fault?.span?.from ?? 0, length);
    const to = Math.min(fault?.span?.to ?? length, length);
    const marks = fault ? [{ from, to, severity: 'error' as const, message: fault.detail }] : [];
    view.dispatch(setDiagnostics(view.state, marks));
  }, [fault]);
  return <div ref={frame} className={css.codeEditor} />;
}
