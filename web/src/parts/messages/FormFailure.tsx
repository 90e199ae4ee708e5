import { sayNotDone } from './sentences';

/** Why a form could not be sent, beside what was written in it; nothing where it could. */
export function FormFailure({ failure }: { failure: unknown }) {
  if (!failure) return null;
  return (
    <p role="alert" className="font-semibold text-brick">
      {sayNotDone(failure)}
    </p>
  );
}
