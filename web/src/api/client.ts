import type { Answer, AnswerLine, Failure, Filter, PageQuestion, Session } from './types';
import { READER, say } from '../words';

/** A failure with what to do, as the server put it. */
export class Problem extends Error {
  readonly status: number;
  readonly code: string;
  readonly span: { from: number; to: number } | null;

  constructor(
    status: number,
    code: string,
    detail: string,
    span: { from: number; to: number } | null = null,
  ) {
    super(detail);
    this.status = status;
    this.code = code;
    this.span = span;
  }
}

let pageToken = '';

/** Keeps the token that shows a call comes from our own page. */
export function rememberSession(session: Session): Session {
  pageToken = session.pageToken ?? '';
  return session;
}

function headers(withBody: boolean): Record<string, string> {
  const all: Record<string, string> = { 'X-Page-Token': pageToken, 'Accept-Language': READER };
  if (withBody) all['Content-Type'] = 'application/json';
  return all;
}

const UNREACHABLE = say('api.theServerDoesNotAnswer');

async function failure(response: Response): Promise<Problem> {
  try {
    const body = (await response.json()) as {
      code?: string;
      detail?: string;
      span?: { from: number; to: number };
    };
    return new Problem(
      response.status,
      body.code ?? '',
      body.detail ?? UNREACHABLE,
      body.span ?? null,
    );
  } catch {
    return new Problem(response.status, '', UNREACHABLE);
  }
}

/** Calls the server; what comes back is of the type that the route is described with. */
export async function call<T>(
  method: string,
  path: string,
  body?: unknown,
  signal?: AbortSignal,
): Promise<T> {
  let response: Response;
  try {
    response = await fetch(path, {
      method,
      headers: headers(body !== undefined),
      body: body === undefined ? null : JSON.stringify(body),
      signal: signal ?? null,
    });
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') throw error;
    throw new Problem(0, 'UNREACHABLE', UNREACHABLE);
  }
  if (!response.ok) throw await failure(response);
  const text = await response.text();
  return (text === '' ? undefined : JSON.parse(text)) as T;
}

/** A line as pages use it: dates and times of measures as numbers. */
function answerLine(text: string): AnswerLine {
  const line = JSON.parse(text) as AnswerLine;
  if ('answer' in line && line.answer?.kind === 'groups') {
    for (const measure of line.answer.measures) {
      if (measure.type === 'DATE' || measure.type === 'DATE_TIME') {
        const unit = measure.type === 'DATE' ? 1 / 86_400_000 : 1000;
        measure.values = (measure.values as unknown as (string | null)[]).map((plain) =>
          plain === null ? null : milliseconds(plain) * unit,
        );
      }
    }
  }
  return line;
}

const milliseconds = (plain: string): number => Date.parse(plain.length > 10 ? `${plain}Z` : plain);

/** Reads lines of answers. */
interface LineReader {
  readonly begin: () => void;
  readonly read: (text: string) => AnswerLine;
}

/**
 * Gives a line that came last time as it was then: what did not change is neither read nor drawn again. The first of
 * many rows are always new, for the same ones may stand before others.
 */
export function lineReader(): LineReader {
  let before = new Map<string, AnswerLine>();
  let now = new Map<string, AnswerLine>();
  return {
    begin: () => {
      if (now.size > 0) before = now;
      now = new Map();
    },
    read: (text) => {
      const line = before.get(text) ?? answerLine(text);
      if (!('answer' in line && line.answer?.kind === 'rows')) now.set(text, line);
      return line;
    },
  };
}

/** Asks what a page shows; hands each answer on as it arrives. */
export async function askPage(
  path: string,
  question: PageQuestion,
  signal: AbortSignal,
  onLines: (lines: AnswerLine[]) => void,
  reading = lineReader(),
): Promise<void> {
  let response: Response;
  try {
    response = await fetch(path, {
      method: 'POST',
      headers: headers(true),
      body: JSON.stringify(question),
      signal,
    });
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') throw error;
    throw new Problem(0, 'UNREACHABLE', UNREACHABLE);
  }
  if (!response.ok || !response.body) throw await failure(response);
  reading.begin();
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    const lines = (rest + value).split('\n');
    rest = lines.pop() ?? '';
    const complete = lines.filter((line) => line !== '').map(reading.read);
    if (complete.length > 0) onLines(complete);
  }
}

export interface Upload {
  readonly done: Promise<{ id: string }>;
  readonly cancel: () => void;
}

/** Sends a file as it is, telling how many bytes have gone. */
export function upload(file: File, onBytes: (sent: number) => void): Upload {
  const request = new XMLHttpRequest();
  const done = new Promise<{ id: string }>((resolve, reject) => {
    request.open('POST', `/api/files?name=${encodeURIComponent(file.name)}`);
    for (const [name, value] of Object.entries(headers(false))) {
      request.setRequestHeader(name, value);
    }
    request.upload.onprogress = (event) => onBytes(event.loaded);
    request.onload = () => {
      const body = JSON.parse(request.responseText || '{}') as {
        id?: string;
        code?: string;
        detail?: string;
      };
      if (request.status < 300 && body.id) resolve({ id: body.id });
      else reject(new Problem(request.status, body.code ?? '', body.detail ?? UNREACHABLE));
    };
    request.onerror = () =>
      reject(new Problem(0, 'UNREACHABLE', say('api.theUploadBrokeOffNothing')));
    request.onabort = () =>
      reject(new Problem(0, 'CANCELLED', say('api.cancelledNothingWasStored')));
    request.send(file);
  });
  return { done, cancel: () => request.abort() };
}

/** Keeps a picture for an app. */
export async function keepPicture(app: string, file: File): Promise<{ id: string }> {
  let response: Response;
  try {
    response = await fetch(`/api/pictures?app=${app}`, {
      method: 'POST',
      headers: headers(false),
      body: file,
    });
  } catch {
    throw new Problem(0, 'UNREACHABLE', UNREACHABLE);
  }
  if (!response.ok) throw await failure(response);
  return (await response.json()) as { id: string };
}

/** Asks questions about a dataset; the answers come in the order asked. */
export async function askDataset(
  id: string,
  filters: (Filter | { kind: 'where'; expression: string })[],
  questions: unknown[],
): Promise<(Answer | Failure)[]> {
  const response = await fetch(`/api/datasets/${id}/answers`, {
    method: 'POST',
    headers: headers(true),
    body: JSON.stringify({ filters, questions }),
  });
  if (!response.ok) throw await failure(response);
  const lines = (await response.text()).trim().split('\n');
  return lines.map((line) => {
    const parsed = answerLine(line);
    if (parsed.line === 'question' && parsed.answer) return parsed.answer;
    const none = { code: '', detail: UNREACHABLE };
    return parsed.line === 'question' ? (parsed.failure ?? none) : none;
  });
}
