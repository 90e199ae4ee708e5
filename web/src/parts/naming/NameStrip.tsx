import { Check, ChevronDown, ChevronUp, CircleAlert } from 'lucide-react';
import { Suspense, lazy, useState } from 'react';
import type { NameSegment, NameSubject } from '@vestibul/core';
import type { Course } from '../../state/api';
import { NamePicture } from './NamePicture';
import type { NamedThing } from './stripFor';
import { useKeys } from '../ui/useKeys';

// What is wrong with a name is said after the name is shown, so its reading comes after the page.
const NameMend = lazy(() => import('./NameMend').then(({ NameMend: view }) => ({ default: view })));

/** The folder or piece whose name the strip shows. */
export interface StripName extends NamedThing {
  subject: NameSubject;
  id: string;
  follows: boolean;
}

export interface StripContent {
  segments: readonly NameSegment[];
  verdict: string;
  /** What stands below the verdict: under which name it came, how long it is. */
  note?: string;
  noteCode?: string;
  /** What can be renamed here. */
  named?: StripName;
}

export interface StripKey {
  keys: string[];
  does: string;
}

/** The strip along the bottom of every teacher's screen: the selected name, taken apart, with the rule's verdict. */
export function NameStrip({
  course,
  content,
  keys,
}: {
  course: Course;
  content: StripContent | null;
  keys: readonly StripKey[];
}) {
  const [mends, setMends] = useState(false);
  // On a narrow screen the strip is one line until it is asked for more.
  const [unfolds, setUnfolds] = useState(false);
  const named = course.role === 'teacher' || course.role === 'co-teacher' ? content?.named : undefined;
  const follows = content?.named?.follows !== false;
  useKeys({ n: () => setMends(named !== undefined) }, named !== undefined);
  return (
    <section
      aria-label="Name strip"
      className={`flex min-h-16.5 items-center gap-6.5 border-t border-line bg-surface px-5.5 py-1.5 max-md:max-h-[40dvh] max-md:min-h-0 max-md:flex-col max-md:items-stretch max-md:gap-2 max-md:overflow-y-auto max-md:px-3 ${content ? '' : 'max-md:hidden'}`}
    >
      {content ? (
        <>
          <button
            type="button"
            aria-expanded={unfolds}
            aria-label={unfolds ? 'Less about this name' : `${content.verdict}. More about this name`}
            className="flex min-h-8 items-center gap-2 text-left md:hidden"
            onClick={() => setUnfolds(!unfolds)}
          >
            <code className="min-w-0 flex-1 truncate text-small">
              {content.segments.map(({ text }) => text).join('')}
            </code>
            {follows ? (
              <Check aria-hidden="true" className="size-4.5 shrink-0 text-act" />
            ) : (
              <CircleAlert aria-hidden="true" className="size-4.5 shrink-0 text-brick" />
            )}
            {unfolds ? (
              <ChevronDown aria-hidden="true" className="size-4.5 shrink-0" />
            ) : (
              <ChevronUp aria-hidden="true" className="size-4.5 shrink-0" />
            )}
          </button>
          <div
            className={`flex min-w-0 flex-1 flex-wrap items-center gap-x-6.5 gap-y-1.5 md:flex-nowrap ${unfolds ? '' : 'max-md:hidden'}`}
          >
            <NamePicture segments={content.segments} />
            <div className="grid min-w-44 flex-1 leading-tight">
              <b className={follows ? 'text-act' : 'text-brick'}>{content.verdict}</b>
              {content.note ? (
                <span className="line-clamp-2 text-small [overflow-wrap:anywhere] text-ink-2">
                  {content.note} {content.noteCode ? <code>{content.noteCode}</code> : null}
                </span>
              ) : null}
            </div>
            {named && (mends || !named.follows) ? (
              <Suspense>
                <NameMend
                  course={course}
                  named={named}
                  isOpen={mends}
                  onOpen={() => setMends(true)}
                  onClose={() => setMends(false)}
                />
              </Suspense>
            ) : null}
          </div>
        </>
      ) : (
        <p className="text-ink-2">No name is selected.</p>
      )}
      <p className="ml-auto flex shrink-0 gap-4 text-small text-ink-2 max-lg:hidden">
        {keys.map(({ keys: pressed, does }) => (
          <span key={does} className="whitespace-nowrap">
            {pressed.map((key) => (
              <kbd key={key} className="mr-1">
                {key}
              </kbd>
            ))}
            {does}
          </span>
        ))}
      </p>
    </section>
  );
}
