import { useEffect, useRef, useState, type ReactNode } from 'react';

/** A panel that opens under a button; Escape or a press elsewhere closes it and gives the focus back. */
export function Menu({
  label,
  className,
  name,
  children,
}: {
  readonly label: ReactNode;
  readonly className?: string;
  readonly name?: string;
  readonly children: (close: () => void) => ReactNode;
}) {
  const [open, setOpen] = useState(false);
  const frame = useRef<HTMLSpanElement>(null);
  const button = useRef<HTMLButtonElement>(null);
  const close = () => setOpen(false);
  useEffect(() => {
    if (!open) return undefined;
    const outside = (event: PointerEvent) => {
      const target = event.target as Element;
      const list = target.closest('.ant-select-dropdown'); // of a select within, though it hangs on the page
      if (!frame.current?.contains(target) && !list) setOpen(false);
    };
    document.addEventListener('pointerdown', outside);
    return () => document.removeEventListener('pointerdown', outside);
  }, [open]);
  return (
    <span
      ref={frame}
      className="menu"
      onKeyDown={(event) => {
        if (event.key === 'Escape' && open) {
          event.stopPropagation();
          close();
          button.current?.focus();
        }
      }}
    >
      <button
        ref={button}
        type="button"
        className={className ?? 'button'}
        aria-expanded={open}
        aria-haspopup="dialog"
        aria-label={name && typeof label === 'string' ? `${label}, ${name}` : name}
        onClick={() => setOpen(!open)}
      >
        {label}
      </button>
      {open && <div className="menu-panel card">{children(close)}</div>}
    </span>
  );
}
