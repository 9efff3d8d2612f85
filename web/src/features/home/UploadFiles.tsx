import { useEffect, useRef, useState, type ReactNode } from 'react';
import { upload, type Upload } from '../../api/client';
import type { JobStatus } from '../../api/types';
import { bytes } from '../../shared/format';
import { LoadProgress } from './LoadProgress';
import { PasteCells } from './PasteCells';
import { pastedCells } from './pastedCells';
import { say } from '../../words';
import css from './UploadFiles.module.css';
import homeCss from './home.module.css';

interface Props {
  /** Starts the load once the files are stored; null when the page goes elsewhere first. */
  readonly start: (fileIds: string[]) => Promise<JobStatus | null>;
  /** Whether cells from the clipboard are taken, from anywhere on the page. */
  readonly pasting?: boolean;
  readonly onDone: (job: JobStatus) => void;
  readonly children: ReactNode;
}

interface Sending {
  readonly name: string;
  readonly sent: number;
  readonly of: number;
}

/** Takes files by drop or by picker: progress in bytes while they travel, in rows while they load; can be cancelled. */
export function UploadFiles({ start, onDone, pasting = false, children }: Props) {
  const [over, setOver] = useState(false);
  const [sending, setSending] = useState<Sending | null>(null);
  const [job, setJob] = useState<JobStatus | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const running = useRef<Upload | null>(null);
  const picker = useRef<HTMLInputElement>(null);
  const busy = sending !== null || job !== null;
  const send = async (files: File[]) => {
    if (files.length === 0 || busy) return;
    setProblem(null);
    const of = files.reduce((sum, file) => sum + file.size, 0);
    const ids: string[] = [];
    let before = 0;
    try {
      for (const file of files) {
        setSending({ name: file.name, sent: before, of });
        const sentBefore = before;
        running.current = upload(file, (sent) =>
          setSending({ name: file.name, sent: sentBefore + sent, of }),
        );
        ids.push((await running.current.done).id);
        before += file.size;
      }
      const started = await start(ids);
      setSending(null);
      setJob(started);
    } catch (failure) {
      setProblem((failure as Error).message);
      setSending(null);
    }
  };
  const latest = useRef(send);
  useEffect(() => {
    latest.current = send;
  });
  useEffect(() => {
    if (!pasting) return;
    const paste = (event: ClipboardEvent) => {
      const into = event.target;
      if (into instanceof HTMLInputElement || into instanceof HTMLTextAreaElement) return;
      const files = [...(event.clipboardData?.files ?? [])];
      const text = event.clipboardData?.getData('text/plain') ?? '';
      if (files.length > 0) void latest.current(files);
      else if (text.trim() !== '') void latest.current([pastedCells(text)]);
    };
    document.addEventListener('paste', paste);
    return () => document.removeEventListener('paste', paste);
  }, [pasting]);
  return (
    <section
      className={over ? `${css.drop} ${css.over}` : css.drop}
      aria-label={say('home.bringInFiles')}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        void send([...event.dataTransfer.files]);
      }}
    >
      {!busy && (
        <>
          {children}
          <button type="button" className="button primary" onClick={() => picker.current?.click()}>
            {say('home.pickFiles')}
          </button>
          {pasting && <PasteCells onCells={(text) => void send([pastedCells(text)])} />}
          <input
            ref={picker}
            type="file"
            multiple
            hidden
            accept=".csv,.tsv,.txt,.xlsx,.xlsm,.xls,.ods,.json,.jsonl,.ndjson,.gz,.zip,text/csv"
            onChange={(event) => {
              void send([...(event.target.files ?? [])]);
              event.target.value = '';
            }}
          />
        </>
      )}
      {sending && (
        <div className={homeCss.progress} role="status">
          <p>
            {say('home.sendingOf', {
              name: sending.name,
              sent: bytes(sending.sent),
              of: bytes(sending.of),
            })}
          </p>
          <progress value={sending.sent} max={sending.of || 1} />
          <button type="button" className="button" onClick={() => running.current?.cancel()}>
            {say('home.cancel')}
          </button>
        </div>
      )}
      {job && (
        <LoadProgress
          job={job}
          onDone={(done) => {
            setJob(null);
            onDone(done);
          }}
          onStopped={(message) => {
            setJob(null);
            setProblem(message);
          }}
        />
      )}
      {problem && (
        <p className="problem" role="alert">
          {problem}
        </p>
      )}
    </section>
  );
}
