import { Suspense, lazy } from 'react';
import { useTheme } from '../../state/theme';
import { sayNotDone } from './sentences';

// Nothing needs a notice while a page is being opened, so its package comes after the page.
const loadNotices = () => import('sonner');
const Toaster = lazy(() => loadNotices().then(({ Toaster: view }) => ({ default: view })));

/** Where short words about what just happened appear. */
export function Notices() {
  const theme = useTheme();
  return (
    <Suspense>
      <Toaster
        theme={theme}
        position="bottom-left"
        offset={{ bottom: 84, left: 100 }}
        closeButton
        // A window takes the pointer from the page below it; what can be undone is there all the same.
        toastOptions={{ className: 'pointer-events-auto' }}
        // Its package brings a type of its own.
        style={{ fontFamily: 'inherit' }}
        richColors={false}
      />
    </Suspense>
  );
}

/** Says something in passing; what can be taken back offers that beside it, and stays longer. */
export function tell(text: string, undo?: () => void): void {
  void loadNotices().then(({ toast }) =>
    toast(text, undo ? { duration: 20_000, action: { label: 'Undo', onClick: undo } } : {}),
  );
}

/** Says why something was not done; it stays long enough to be read twice. */
export function tellFailure(failure: unknown): void {
  void loadNotices().then(({ toast }) => toast.error(sayNotDone(failure), { duration: 12_000 }));
}
