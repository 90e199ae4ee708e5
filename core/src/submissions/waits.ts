import type { SubmissionState } from './stateOf';

/** A submission as far as it tells what waits. */
export interface Waiting {
  state: SubmissionState;
  /** Whether it is about to be handed back. */
  goesBack: boolean;
}

/** Whether somebody's work waits to be reviewed; what is about to be handed back does not. */
export const waitsForReview = ({ state, goesBack }: Waiting): boolean =>
  (state === 'turned in' || state === 'late') && !goesBack;

/** Whether somebody's work is reviewed and waits to be handed back. */
export const waitsForHandBack = ({ state, goesBack }: Waiting): boolean => state === 'reviewed' && !goesBack;
