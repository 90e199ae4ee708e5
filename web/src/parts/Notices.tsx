import { Toaster, toast } from 'sonner';
import { useTheme } from '../state/theme';
import { sayFailure } from './sentences';

/** Where short words about what just happened appear. */
export function Notices() {
  return (
    <Toaster
      theme={useTheme()}
      position="bottom-right"
      offset={{ bottom: 84 }}
      closeButton
      richColors={false}
    />
  );
}

export function tell(text: string): void {
  toast(text);
}

export function tellFailure(failure: unknown): void {
  toast.error(sayFailure(failure), { duration: 12_000 });
}
