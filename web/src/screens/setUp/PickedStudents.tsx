import { writeAddresses, type GroupId, type PersonId } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { inputClass } from '../../parts/ui/Field';
import { sayCount, sayName } from '../../parts/ui/format';
import { GroupMark, type Group } from '../../parts/courses/GroupMark';
import { mayKeep, mayRun } from '../../parts/hall/places';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { api, type Course, type RosterStudent } from '../../state/api';

interface PickedStudentsProps {
  course: Course;
  chosen: readonly RosterStudent[];
  present: readonly RosterStudent[];
  onPick: (ids: readonly PersonId[]) => void;
  find: string;
  onFind: (find: string) => void;
}

/** What can be done with those that are picked; and picking all of a group. */
export function PickedStudents({ course, chosen, present, onPick, find, onFind }: PickedStudentsProps) {
  const params = { courseId: course.id };
  const [put, { isLoading }] = api.usePutInGroupMutation();
  const [move, moving] = api.useMoveStudentsMutation();
  const periodIds = [...new Set(chosen.map((student) => student.periodId))];
  const only = periodIds.length === 1 ? course.periods.find(({ id }) => id === periodIds[0]) : undefined;
  const here = course.periods.filter((known) => present.some((student) => student.periodId === known.id));
  const groups: (Group & { period: string })[] = here.flatMap((known) =>
    known.groups.map((group) => ({ ...group, period: here.length > 1 ? known.label : '' })),
  );
  const putIn = async (groupId: GroupId | null) => {
    const result = await put({
      params: { periodId: only!.id },
      body: { groupId, studentIds: chosen.map(({ id }) => id) },
    });
    if (result.error) return tellFailure(result.error);
    const name = only!.groups.find(({ id }) => id === groupId)?.name;
    tell(
      `${sayCount(chosen.length, 'student is', 'students are')} ${name ? `in ‘${name}’` : 'in no group'} now.`,
    );
  };
  const [one, other] = chosen;
  const mayChangePlaces = mayKeep(course) && chosen.length === 2 && one!.periodId !== other!.periodId;
  const changePlaces = async () => {
    const to = (student: RosterStudent, seat: RosterStudent) => ({
      studentId: student.id,
      periodId: seat.periodId,
    });
    const result = await move({ params, body: { moves: [to(one!, other!), to(other!, one!)] } });
    if (!result.data) return tellFailure(result.error);
    const names = result.data.renamed > 0 ? `, and ${sayCount(result.data.renamed, 'name')} with them` : '';
    const undo = async () => {
      // With the group that each of them had: it belongs to the period and was left with it.
      const back = [one!, other!].map((student) => ({ ...to(student, student), groupId: student.groupId }));
      const undone = await move({ params, body: { moves: back } });
      if (undone.error) tellFailure(undone.error);
      else tell('Both are back where they were.');
    };
    tell(`${sayName(one!)} and ${sayName(other!)} have changed periods${names}.`, () => void undo());
  };
  const copy = async () => {
    const with_ = chosen.filter(({ email }) => email);
    await navigator.clipboard.writeText(writeAddresses(with_));
    tell(
      with_.length === chosen.length
        ? `${sayCount(with_.length, 'address', 'addresses')} copied.`
        : `${sayCount(with_.length, 'address', 'addresses')} copied; ${chosen.length - with_.length} have none.`,
    );
  };
  return (
    <div className="flex min-h-10 flex-wrap items-center gap-2.5 text-small">
      <input
        type="search"
        aria-label="Find a student"
        placeholder="find a name"
        className={`${inputClass} w-44! py-1`}
        value={find}
        onChange={(event) => onFind(event.target.value)}
      />
      {groups.map((group) => (
        <button
          key={group.id}
          type="button"
          className="rounded-full border border-edge bg-surface px-3 py-1 text-ink hover:bg-ground"
          onClick={() => onPick(present.filter(({ groupId }) => groupId === group.id).map(({ id }) => id))}
        >
          <span className="sr-only">Pick all of </span>
          <GroupMark group={group} named />
          {group.period ? <span className="text-ink-2"> {group.period}</span> : null}
        </button>
      ))}
      {chosen.length > 0 ? (
        <>
          <b className="ml-auto">{chosen.length} picked</b>
          <Button look="quiet" className="py-1!" onClick={() => void copy()}>
            Copy addresses
          </Button>
          {mayChangePlaces ? (
            <Button
              look="quiet"
              className="py-1!"
              disabled={moving.isLoading}
              onClick={() => void changePlaces()}
            >
              Swap their periods
            </Button>
          ) : null}
          {mayRun(course) && only && only.groups.length > 0 ? (
            <select
              aria-label="Put the picked ones into"
              className={`${inputClass} w-auto! py-1`}
              value="–"
              disabled={isLoading}
              onChange={(event) => void putIn((event.target.value || null) as GroupId | null)}
            >
              <option value="–" disabled>
                put into a group …
              </option>
              {only.groups.map((group) => (
                <option key={group.id} value={group.id}>
                  {group.name}
                </option>
              ))}
              <option value="">no group</option>
            </select>
          ) : null}
        </>
      ) : null}
    </div>
  );
}
