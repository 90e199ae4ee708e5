import * as Radix from '@radix-ui/react-dialog';
import { useEffect, useRef } from 'react';
import { Mark } from '../../parts/hall/Mark';
import { sayName } from '../../parts/ui/format';
import { api } from '../../state/api';
import { sayBackInTouch } from '../../state/backInTouch';
import type { Person } from '../../parts/hall/useSession';
import { SignInForm } from './SignInForm';

/**
 * Covers the page of somebody whose session has ended: nothing of it can be seen, and nothing is lost. It goes away when they
 * sign in again, here or in another tab.
 */
export function SignInAgain({ person }: { person: Person }) {
  const password = useRef<HTMLDivElement>(null);
  const { refetch } = api.useReadSessionQuery();
  useEffect(() => {
    const look = () => void refetch();
    window.addEventListener('focus', look);
    document.addEventListener('visibilitychange', look);
    return () => {
      window.removeEventListener('focus', look);
      document.removeEventListener('visibilitychange', look);
      sayBackInTouch();
    };
  }, [refetch]);
  return (
    <Radix.Root open>
      <Radix.Portal>
        <Radix.Content
          aria-describedby="signed-out"
          // Who it is stands there already.
          onOpenAutoFocus={(event) => {
            event.preventDefault();
            password.current?.querySelector<HTMLElement>('input[type=password]')?.focus();
          }}
          // What is pressed here is not for the page below, which stays as it is until its person is back.
          onKeyDown={(event) => event.stopPropagation()}
          onEscapeKeyDown={(event) => event.preventDefault()}
          onPointerDownOutside={(event) => event.preventDefault()}
          className="fixed inset-0 z-50 stands-still grid justify-items-center overflow-auto bg-wall px-6 pb-6 text-ink"
        >
          <div ref={password} className="grid w-full max-w-sm gap-5">
            <Mark className="h-14" />
            <Radix.Title className="font-display text-3xl font-semibold text-ink">
              Sign in to go on
            </Radix.Title>
            <p id="signed-out">
              {sayName(person)}, you were signed out. What you wrote and chose on this page is still here, and
              what you turned in is safe.
            </p>
            <SignInForm name={person.email}>
              <p className="text-small text-ink-2">
                Not {sayName(person)}?{' '}
                <a href="/" className="font-semibold text-act underline">
                  Close this page
                </a>{' '}
                and sign in as yourself.
              </p>
            </SignInForm>
          </div>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
