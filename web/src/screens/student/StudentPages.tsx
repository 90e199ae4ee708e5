import { lazy } from 'react';
import { Navigate, Route, Routes } from 'react-router';
import { useLive } from '../../state/live';
import { Drawer } from './Drawer';
import { HandedBack } from './HandedBack';
import { StudentToday } from './StudentToday';

const PeriodPieces = lazy(() =>
  import('./PeriodPieces').then(({ PeriodPieces: page }) => ({ default: page })),
);
const StudentCalendar = lazy(() =>
  import('./StudentCalendar').then(({ StudentCalendar: page }) => ({ default: page })),
);
const TurnIn = lazy(() => import('./TurnIn').then(({ TurnIn: page }) => ({ default: page })));

/** The student's places. */
export function StudentPages() {
  useLive();
  return (
    <Routes>
      <Route path="/today" element={<StudentToday />} />
      <Route path="/turn-in" element={<TurnIn />} />
      <Route path="/turn-in/:assignmentId" element={<TurnIn />} />
      <Route path="/turn-in/:assignmentId/period" element={<PeriodPieces />} />
      <Route path="/calendar" element={<StudentCalendar />} />
      <Route path="/drawer" element={<Drawer />} />
      <Route path="/handed-back" element={<HandedBack />} />
      <Route path="/handed-back/:submissionId" element={<HandedBack />} />
      <Route path="*" element={<Navigate to="/today" replace />} />
    </Routes>
  );
}
