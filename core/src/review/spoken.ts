import type { RecordingRules } from '../submissions/recording';

/** What the staff may speak in place of a written comment: sound alone, and so long. */
export const spokenRules: RecordingRules = { kinds: ['sound'], mostMinutes: 2 };

/** A recorder looks at its clock a few times a second and hands on whole seconds: so much it may be over, in seconds. */
const OVER_S = 3;

/** Whether what was spoken is longer than a comment may be; `seconds` as its file says. */
export const isSpokenTooLong = (seconds: number): boolean => seconds > spokenRules.mostMinutes * 60 + OVER_S;
