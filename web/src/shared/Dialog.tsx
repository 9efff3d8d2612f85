import { useCallback, useState, type ReactNode } from 'react';
import { say } from '../words';

/** A sheet over the page that opens from a button; Escape, a press beside it or its cross closes it. */
export function Dialog({
  label,
  name,
  className = 'word',
  children,
}: {
  readonly label: ReactNode;
  readonly name: string;
  readonly className?: string;
  readonly children: (close: () => void) => ReactNode;
}) {
  const [open, setOpen] = useState(false);
  const shown = useCallback((dialog: HTMLDialogElement | null) => {
    if (dialog && !dialog.open) dialog.showModal();
  }, []);
  const close = () => setOpen(false);
  return (
    <>
      <button
        type="button"
        className={className}
        aria-haspopup="dialog"
        aria-label={name}
        onClick={() => setOpen(true)}
      >
        {label}
      </button>
      {open && (
        <dialog
          ref={shown}
          className="sheet card"
          aria-label={name}
          onClose={close}
          onClick={(event) => {
            if (event.target === event.currentTarget) close();
          }}
        >
          <div className="sheet-body">
            <button
              type="button"
              className="word sheet-close"
              aria-label={say('shared.close')}
              onClick={close}
            >
              ×
            </button>
            {children(close)}
          </div>
        </dialog>
      )}
    </>
  );
}
