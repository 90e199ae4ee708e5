import { Suspense, lazy } from 'react';
import { Route, Routes } from 'react-router';
import { Guard } from './parts/ui/Guard';
import { Notices } from './parts/messages/Notices';
import { Failed, Loading } from './parts/messages/States';
import { PersonContext } from './parts/hall/useSession';
import { SignIn } from './screens/signIn/SignIn';
import { api } from './state/api';

const Welcome = lazy(() =>
  import('./screens/signIn/Welcome').then(({ Welcome: page }) => ({ default: page })),
);
const TypeCode = lazy(() =>
  import('./screens/signIn/Welcome').then(({ TypeCode: page }) => ({ default: page })),
);
const NoMoreLetters = lazy(() =>
  import('./screens/signIn/NoMoreLetters').then(({ NoMoreLetters: page }) => ({ default: page })),
);
const GuestDoor = lazy(() =>
  import('./screens/door/GuestDoor').then(({ GuestDoor: page }) => ({ default: page })),
);
const StudentPages = lazy(() =>
  import('./screens/student/StudentPages').then(({ StudentPages: page }) => ({ default: page })),
);
const StaffPages = lazy(() =>
  import('./screens/StaffPages').then(({ StaffPages: page }) => ({ default: page })),
);

/** What is shown at which address. Students and staff load only their own pages. */
export function App() {
  const session = api.useReadSessionQuery();
  return (
    <>
      <Guard>
        <Suspense fallback={<Loading />}>
          <Routes>
            <Route path="/welcome" element={<TypeCode />} />
            <Route path="/welcome/:token" element={<Welcome />} />
            <Route path="/no-more/:letters/:token" element={<NoMoreLetters />} />
            <Route path="/door/:token" element={<GuestDoor />} />
            <Route path="*" element={<Inside session={session} />} />
          </Routes>
        </Suspense>
      </Guard>
      <Notices />
    </>
  );
}

function Inside({ session }: { session: ReturnType<typeof api.useReadSessionQuery> }) {
  if (!session.data) {
    return session.error ? (
      <Failed failure={session.error} onRetry={() => void session.refetch()} />
    ) : (
      <Loading />
    );
  }
  const { person } = session.data;
  if (!person) return <SignIn />;
  return (
    <PersonContext value={person}>
      {person.standing === 'student' ? <StudentPages /> : <StaffPages standing={person.standing} />}
    </PersonContext>
  );
}
