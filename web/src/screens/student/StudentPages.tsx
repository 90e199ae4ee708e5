import { lazy, useEffect } from 'react';
import { Navigate, Route, Routes } from 'react-router';
import type { PersonId } from '@vestibul/core';
import { usePerson } from '../../parts/hall/useSession';
import { useLive } from '../../parts/hall/useLive';
import { StudentToday } from './StudentToday';

const Drawer = lazy(() => import('./drawer/Drawer').then(({ Drawer: page }) => ({ default: page })));
const HandedBack = lazy(() => import('./HandedBack').then(({ HandedBack: page }) => ({ default: page })));
const PeriodPieces = lazy(() =>
  import('./PeriodPieces').then(({ PeriodPieces: page }) => ({ default: page })),
);
const StudentCalendar = lazy(() =>
  import('./StudentCalendar').then(({ StudentCalendar: page }) => ({ default: page })),
);
const Record = lazy(() => import('./Record').then(({ Record: page }) => ({ default: page })));
const WriteText = lazy(() => import('./WriteText').then(({ WriteText: page }) => ({ default: page })));
const TurnIn = lazy(() => import('./TurnIn').then(({ TurnIn: page }) => ({ default: page })));

/** The sender comes with the pages that send; before that it is only looked whether something was left on its way. */
async function goOnWithUploads(person: PersonId): Promise<void> {
  const { listKept } = await import('../../state/uploadQueue');
  const left = await listKept(person);
  if (left.length > 0) await (await import('../../state/uploader')).goOnSending(left);
}

/** The student's places. */
export function StudentPages() {
  useLive();
  const person = usePerson().id;
  useEffect(() => {
    void goOnWithUploads(person);
  }, [person]);
  return (
    <Routes>
      <Route path="/today" element={<StudentToday />} />
      <Route path="/turn-in" element={<TurnIn />} />
      <Route path="/turn-in/:assignmentId" element={<TurnIn />} />
      <Route path="/turn-in/:assignmentId/period" element={<PeriodPieces />} />
      <Route path="/turn-in/:assignmentId/record" element={<Record />} />
      <Route path="/turn-in/:assignmentId/write/:uploadId" element={<WriteText />} />
      <Route path="/calendar" element={<StudentCalendar />} />
      <Route path="/drawer" element={<Drawer />} />
      <Route path="/handed-back" element={<HandedBack />} />
      <Route path="/handed-back/:submissionId" element={<HandedBack />} />
      <Route path="*" element={<Navigate to="/today" replace />} />
    </Routes>
  );
}
