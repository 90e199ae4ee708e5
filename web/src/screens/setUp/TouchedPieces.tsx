import { skipToken } from '@reduxjs/toolkit/query';
import { requests, type AnswerOf } from '@vestibul/contract';
import { Check } from '../../parts/ui/Check';
import { useSettled } from '../../parts/ui/useSettled';
import { api } from '../../state/api';
import { bodyOf, type Draft } from './assignmentDraft';
import { sayTouched } from './sayTouched';

interface TouchedPiecesProps {
  assignment: AnswerOf<'readAssignment'>;
  /** The draft as the form was opened with it. */
  before: Draft;
  draft: Draft;
  also: boolean;
  onAlso: (also: boolean) => void;
}

/** The parts of an assignment that settle when work is late. */
function timesOf(draft: Draft) {
  const { dues, graceMinutes, lateCounts } = bodyOf(draft);
  return { dues, graceMinutes, lateCounts };
}

/** Whose work that is in becomes late by other times, or late no longer, and whether it is to. */
export function TouchedPieces({ assignment, before, draft, also, onAlso }: TouchedPiecesProps) {
  const times = useSettled(timesOf(draft));
  const asked = requests.previewDues.body.safeParse(times);
  const isSame = JSON.stringify(times) === JSON.stringify(timesOf(before));
  const touched = api.usePreviewDuesQuery(
    asked.success && !isSame ? { params: { assignmentId: assignment.id }, body: asked.data } : skipToken,
  );
  const says = touched.currentData ? sayTouched(touched.currentData) : [];
  return (
    <div
      aria-live="polite"
      className={says.length > 0 ? 'mt-3 grid gap-2 rounded-lg bg-brass-soft px-4 py-3' : ''}
    >
      {says.length > 0 ? (
        <>
          <p className="font-semibold">Some of this work is in already.</p>
          <ul className="grid list-disc gap-1 ps-5">
            {says.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
          <Check label="Use the new times for work that is in already too" checked={also} onChange={onAlso} />
        </>
      ) : null}
    </div>
  );
}
