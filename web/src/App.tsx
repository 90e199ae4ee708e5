import { Suspense, lazy, useEffect, useState } from 'react';
import { Route, Routes } from 'react-router';
import { Guard } from './parts/ui/Guard';
import { Announcer } from './parts/messages/Announcer';
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
const SignInAgain = lazy(() =>
  import('./screens/signIn/SignInAgain').then(({ SignInAgain: page }) => ({ default: page })),
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
      <Announcer />
      <Notices />
    </>
  );
}

/** The pages of whoever is signed in. Where their session ends, the pages stay as they are, out of sight. */
function Inside({ session }: { session: ReturnType<typeof api.useReadSessionQuery> }) {
  const person = session.data?.person ?? null;
  const [whose, setWhose] = useState(person);
  const isSomebodyElse = person !== null && whose !== null && whose.id !== person.id;
  if (person && person !== whose && !isSomebodyElse) setWhose(person);
  useEffect(() => {
    // What the page holds of who was here before goes with a page that is loaded anew.
    if (isSomebodyElse) location.assign('/');
  }, [isSomebodyElse]);
  if (isSomebodyElse) return <Loading />;
  if (!session.data) {
    return session.error ? (
      <Failed failure={session.error} onRetry={() => void session.refetch()} />
    ) : (
      <Loading />
    );
  }
  if (!whose) return <SignIn />;
  return (
    <PersonContext value={whose}>
      {whose.standing === 'student' ? <StudentPages /> : <StaffPages standing={whose.standing} />}
      <Suspense fallback={<div className="fixed inset-0 z-50 bg-wall" />}>
        {person ? null : <SignInAgain person={whose} />}
      </Suspense>
    </PersonContext>
  );
}
