import * as Radix from '@radix-ui/react-dialog';
import { X } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { stayForNotices } from './stayForNotices';
import { focusFirstField, giveFocusBack, lastFocused } from './focus';

interface DialogProps {
  title: string;
  /** Told to those who hear the page. */
  description: string;
  open: boolean;
  onClose: () => void;
  /** Where the act of the window has been done and the page goes on by keys: the focus is the page's then. */
  leadsOn?: () => boolean;
  children: ReactNode;
  className?: string;
}

/** A window above the page, with the focus in its first field. Escape and the cross close it; the focus goes back to where it was. */
export function Dialog({
  title,
  description,
  open,
  onClose,
  leadsOn,
  children,
  className = 'max-w-xl',
}: DialogProps) {
  const [from] = useState(lastFocused);
  return (
    <Radix.Root open={open} onOpenChange={(isOpen) => (isOpen ? undefined : onClose())}>
      <Radix.Portal>
        <Radix.Overlay className="no-print fixed inset-0 z-20 bg-[rgb(8_14_12/0.55)]" />
        <Radix.Content
          onOpenAutoFocus={focusFirstField}
          onInteractOutside={stayForNotices}
          // What is pressed here is not for the page below, where the same key marks or hands back.
          onKeyDown={(event) => event.stopPropagation()}
          onCloseAutoFocus={(event) => giveFocusBack(event, leadsOn?.() ? [] : from)}
          className={`fixed top-1/2 left-1/2 z-30 grid max-h-[94dvh] w-[min(94vw,100%)] -translate-1/2 gap-4 overflow-auto rounded-xl border border-line bg-surface p-5 text-ink shadow-2xl ${className}`}
        >
          <div className="flex items-start gap-4">
            <Radix.Title className="font-display text-2xl font-semibold text-ink">{title}</Radix.Title>
            <Radix.Close
              className="no-print ml-auto rounded p-1.5 text-ink-2 hover:bg-ground"
              aria-label="Close"
            >
              <X aria-hidden="true" className="size-5" />
            </Radix.Close>
          </div>
          <Radix.Description className="sr-only">{description}</Radix.Description>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
