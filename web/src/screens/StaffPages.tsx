import { lazy } from 'react';
import { Navigate, Route, Routes } from 'react-router';
import type { Standing } from '@vestibul/core';
import { placePath } from '../parts/hall/places';
import { Read } from '../parts/messages/States';
import { api } from '../state/api';
import { useLive } from '../parts/hall/useLive';
import { Today } from './today/Today';

const Rack = lazy(() => import('./rack/Rack').then(({ Rack: page }) => ({ default: page })));
const ReviewDesk = lazy(() =>
  import('./review/ReviewDesk').then(({ ReviewDesk: page }) => ({ default: page })),
);
const StudentView = lazy(() =>
  import('./student/StudentView').then(({ StudentView: page }) => ({ default: page })),
);
const SortingTable = lazy(() =>
  import('./sorting/SortingTable').then(({ SortingTable: page }) => ({ default: page })),
);
const MarkBook = lazy(() => import('./marks/MarkBook').then(({ MarkBook: page }) => ({ default: page })));
const Ledger = lazy(() => import('./ledger/Ledger').then(({ Ledger: page }) => ({ default: page })));
const SetUp = lazy(() => import('./setUp/SetUp').then(({ SetUp: page }) => ({ default: page })));
const NewCourse = lazy(() => import('./setUp/NewCourse').then(({ NewCourse: page }) => ({ default: page })));
const BeginYear = lazy(() => import('./years/BeginYear').then(({ BeginYear: page }) => ({ default: page })));
const SchoolPage = lazy(() =>
  import('./years/SchoolPage').then(({ SchoolPage: page }) => ({ default: page })),
);
const ListsPage = lazy(() => import('./lists/ListsPage').then(({ ListsPage: page }) => ({ default: page })));
const People = lazy(() => import('./people/People').then(({ People: page }) => ({ default: page })));

/** The places of teachers and of the office. */
export function StaffPages({ standing }: { standing: Standing }) {
  useLive();
  if (standing === 'office') {
    return (
      <Routes>
        <Route path="/people" element={<People />} />
        <Route path="/school" element={<SchoolPage />} />
        <Route path="/lists" element={<ListsPage />} />
        <Route path="/begin-year" element={<BeginYear />} />
        <Route path="/course/:courseId/ledger" element={<Ledger />} />
        <Route path="/course/:courseId/set-up" element={<SetUp />} />
        <Route path="*" element={<Navigate to="/people" replace />} />
      </Routes>
    );
  }
  return (
    <Routes>
      <Route path="/course/:courseId/today" element={<Today />} />
      <Route path="/course/:courseId/rack" element={<Rack />} />
      <Route path="/as-a-student/:assignmentId" element={<StudentView />} />
      <Route path="/course/:courseId/sorting" element={<SortingTable />} />
      <Route path="/course/:courseId/review" element={<ReviewDesk />} />
      <Route path="/course/:courseId/marks" element={<MarkBook />} />
      <Route path="/course/:courseId/ledger" element={<Ledger />} />
      <Route path="/course/:courseId/set-up" element={<SetUp />} />
      <Route path="/new-course" element={<NewCourse />} />
      <Route path="/begin-year" element={<BeginYear />} />
      <Route path="*" element={<ToFirstCourse />} />
    </Routes>
  );
}

/** A teacher comes in at the Today of the newest course; without one, at making it. */
function ToFirstCourse() {
  const courses = api.useListCoursesQuery();
  return (
    <Read of={courses}>
      {([first]) =>
        first ? (
          <Navigate to={placePath(first.id, 'Today', 'all')} replace />
        ) : (
          <Navigate to="/new-course" replace />
        )
      }
    </Read>
  );
}
