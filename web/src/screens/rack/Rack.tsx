import { Suspense, lazy } from 'react';
import { useSearchParams } from 'react-router';
import { useCoursePage } from '../../parts/courses/useCoursePage';
import { Loading, Read } from '../../parts/messages/States';
import { usePageTitle } from '../../parts/ui/usePageTitle';
import { rackView } from './RackViews';
import { Slots } from './Slots';

const NewestPieces = lazy(() =>
  import('./newest/NewestPieces').then(({ NewestPieces: view }) => ({ default: view })),
);
const Happened = lazy(() => import('./happened/Happened').then(({ Happened: view }) => ({ default: view })));
const AlikeWorks = lazy(() =>
  import('./alike/AlikeWorks').then(({ AlikeWorks: view }) => ({ default: view })),
);
const TermMap = lazy(() => import('./term/TermMap').then(({ TermMap: view }) => ({ default: view })));

/** The rack: a period's slots for one assignment, the newest pieces of each student, a whole term on a map, what happened in it, or what is much the same. */
export function Rack() {
  const { course, period } = useCoursePage();
  usePageTitle('Rack');
  const [asked] = useSearchParams();
  const View = {
    slots: Slots,
    newest: NewestPieces,
    term: TermMap,
    happened: Happened,
    alike: AlikeWorks,
  }[rackView(asked)];
  return (
    <Read of={course}>
      {(data) => (
        <Suspense fallback={<Loading what="Reading the rack" />}>
          {/* Whoever else is looked for is chosen anew. */}
          <View key={asked.get('student')} course={data} period={period} />
        </Suspense>
      )}
    </Read>
  );
}
