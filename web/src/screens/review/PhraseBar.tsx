import { lazy, Suspense, useState } from 'react';
import type { Course } from '../../state/api';
import type { usePhrases } from './usePhrases';

const PhrasesDialog = lazy(() =>
  import('./PhrasesDialog').then(({ PhrasesDialog: view }) => ({ default: view })),
);

/** Phrases beside the box; all of them are in the window, and found by typing. */
const MOST_SHOWN = 6;

interface PhraseBarProps {
  course: Course;
  of: ReturnType<typeof usePhrases>;
  /** What is written now, to be kept as a phrase. */
  text: string;
}

/** The phrases at hand while a comment is written. */
export function PhraseBar({ course, of, text }: PhraseBarProps) {
  const [isOpen, setOpen] = useState(false);
  const { phrases, shown, isAsked, insert } = of;
  return (
    <section aria-label="Phrases" className="grid gap-1.5">
      {isAsked ? (
        <p role="status" className="text-small text-ink-2">
          {shown.length > 0 ? (
            <>
              <kbd>Enter</kbd> takes the first phrase.
            </>
          ) : (
            'No phrase begins like this.'
          )}
        </p>
      ) : null}
      <ul className="flex list-none flex-wrap gap-1.5 p-0">
        {shown.slice(0, MOST_SHOWN).map((phrase) => (
          <li key={phrase.id} className="max-w-full">
            <button
              type="button"
              title={phrase.text}
              className="flex max-w-full items-center gap-1.5 rounded-md border border-edge bg-surface px-2 py-1 text-small text-ink"
              // The caret stays where it is in the box.
              onPointerDown={(event) => event.preventDefault()}
              onClick={() => insert(phrase)}
            >
              <kbd>;{phrase.key}</kbd> <span className="truncate">{phrase.text}</span>
            </button>
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="justify-self-start rounded text-small font-semibold text-act underline"
        onClick={() => setOpen(true)}
      >
        {phrases.length > 0 ? 'All phrases' : 'Keep phrases for reuse'}
      </button>
      {isOpen ? (
        <Suspense fallback={null}>
          <PhrasesDialog course={course} phrases={phrases} text={text} onClose={() => setOpen(false)} />
        </Suspense>
      ) : null}
    </section>
  );
}
