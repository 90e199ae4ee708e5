import { useEffect, useRef } from 'react';
import { Link, useSearchParams } from 'react-router';
import { Button } from '../../parts/ui/Button';
import { inOrder } from '../../parts/rack/courseWork';
import { useArrangement } from '../../parts/rack/useArrangement';
import { sayCount } from '../../parts/ui/format';
import { NamePicture } from '../../parts/naming/NamePicture';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { placePath } from '../../parts/hall/places';
import { Empty, Read } from '../../parts/messages/States';
import { stripFor } from '../../parts/naming/stripFor';
import { useZone } from '../../parts/hall/useSession';
import { api } from '../../state/api';
import type { StepProps } from './SetUp';
import { periodsIn } from '../../parts/courses/periods';

/** A turn-in folder for everybody, with one press. */
export function FoldersStep({ course, period, onStrip }: StepProps) {
  const zone = useZone();
  const arrangement = useArrangement();
  const rack = api.useReadRackQuery({ params: { courseId: course.id } });
  const [search] = useSearchParams();
  const asked = search.get('folder');
  const found = useRef<HTMLButtonElement>(null);
  const isThere = rack.data !== undefined;
  // The folder that was looked for is chosen and in sight.
  useEffect(() => {
    if (!asked || !isThere) return;
    found.current?.focus();
    found.current?.click();
  }, [asked, isThere]);
  const [make, { isLoading }] = api.useMakeFoldersMutation();
  const missing = course.students - course.folders;
  const ids = new Set(periodsIn(course, period).map(({ id }) => id));
  if (course.students === 0) {
    return (
      <Empty title="First the roster">
        <Link to={placePath(course.id, 'Set-up', period, { step: 'roster' })}>Paste your class list</Link>
      </Empty>
    );
  }
  const act = async () => {
    const result = await make({ params: { courseId: course.id } });
    if (result.data)
      tell(`${sayCount(result.data.made, 'turn-in folder')} made. Students who join later get one too.`);
    else tellFailure(result.error);
  };
  return (
    <div className="grid gap-4">
      {missing > 0 ? (
        <div className="grid justify-items-start gap-3 rounded-plate border border-line bg-surface p-5">
          <p>
            Every student gets their own place in this course, named by the rule{' '}
            <code>{course.folderRule}</code>. You and your co-teachers can open all of them; each student only
            their own.
          </p>
          <Button look="go" className="px-6! py-3! text-lg" disabled={isLoading} onClick={() => void act()}>
            Make {sayCount(missing, 'turn-in folder')}
          </Button>
        </div>
      ) : (
        <p className="text-ink-2">
          All {sayCount(course.students, 'student has', 'students have')} a turn-in folder. Students who join
          later get one too.
        </p>
      )}
      <Read of={rack} what="Reading the folders">
        {({ students }) => (
          <ul className="grid list-none gap-x-8 p-0 md:grid-cols-2">
            {inOrder(students, course, arrangement)
              .filter((student) => student.leftAt === null)
              .filter((student) => ids.has(student.periodId))
              .toSorted((a, b) => (a.folderName && b.folderName ? (a.folderName < b.folderName ? -1 : 1) : 0))
              .map((student) => (
                <li key={student.id} className="border-b border-line py-1">
                  <button
                    type="button"
                    ref={student.folderId === asked ? found : undefined}
                    aria-current={student.folderId !== null && student.folderId === asked}
                    className="max-w-full rounded px-1 text-left text-ink aria-[current=true]:bg-brass-soft aria-[current=true]:font-bold"
                    onClick={() => onStrip(stripFor(course, student, undefined, zone))}
                  >
                    {student.folderName ? (
                      <code className="[overflow-wrap:anywhere]">{student.folderName}</code>
                    ) : (
                      <span className="opacity-70">
                        <NamePicture segments={stripFor(course, student, undefined, zone).segments} small />
                      </span>
                    )}
                  </button>
                </li>
              ))}
          </ul>
        )}
      </Read>
    </div>
  );
}
