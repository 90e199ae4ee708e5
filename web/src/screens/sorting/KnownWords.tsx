import { Button } from '../../parts/ui/Button';
import { Dialog } from '../../parts/ui/Dialog';
import { sayListName, sayMoment } from '../../parts/ui/format';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { mayRun } from '../../parts/hall/places';
import { Read } from '../../parts/messages/States';
import { useZone } from '../../parts/hall/useSession';
import { api, type Course, type RackStudent } from '../../state/api';

interface KnownWordsProps {
  course: Course;
  students: readonly RackStudent[];
  onClose: () => void;
}

/** What was decided on the table and is known from then on: these words are this student. It can be taken back. */
export function KnownWords({ course, students, onClose }: KnownWordsProps) {
  const zone = useZone();
  const params = { courseId: course.id };
  const known = api.useListKnownWordsQuery({ params });
  const [forget, forgetting] = api.useForgetWordsMutation();
  const byId = new Map(students.map((student) => [student.id, student]));
  const runs = mayRun(course);
  const drop = async (words: string) => {
    const { error } = await forget({ params, body: { words } });
    if (error) tellFailure(error);
    else tell(`‘${words}’ is forgotten.`);
  };
  return (
    <Dialog
      title="What was learned"
      description="Words in names, and the students they mean in this course"
      open
      onClose={onClose}
    >
      <Read of={known} what="Reading what was learned">
        {(list) =>
          list.length === 0 ? (
            <p>
              Nothing yet. When you say whose a piece is, the words in its name are remembered for that
              student.
            </p>
          ) : (
            <ul aria-label="Words" className="grid max-h-[60dvh] list-none gap-1.5 overflow-y-auto p-0">
              {list.map(({ words, studentId, at }) => {
                const student = byId.get(studentId);
                return (
                  <li
                    key={words}
                    className="grid grid-cols-[1fr_auto] items-center gap-3 rounded border border-line px-3 py-2"
                  >
                    <span className="min-w-0">
                      <code className="font-semibold [overflow-wrap:anywhere]">{words}</code> is{' '}
                      <b className="font-semibold">
                        {student ? sayListName(student) : 'a student who has left'}
                      </b>
                      <span className="block text-small text-ink-2">since {sayMoment(at, zone)}</span>
                    </span>
                    {runs ? (
                      <Button
                        aria-label={`Forget ‘${words}’`}
                        disabled={forgetting.isLoading}
                        onClick={() => void drop(words)}
                      >
                        Forget
                      </Button>
                    ) : null}
                  </li>
                );
              })}
            </ul>
          )
        }
      </Read>
    </Dialog>
  );
}
