import * as Menu from '@radix-ui/react-dropdown-menu';
import { ChartColumn, Download, Table } from 'lucide-react';
import { Suspense, lazy, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { pathOf } from '@vestibul/contract';
import type { MarkBook as Book } from '@vestibul/core';
import { useCoursePage } from '../../parts/courses/useCoursePage';
import { Hall } from '../../parts/hall/Hall';
import { mayRun, placePath } from '../../parts/hall/places';
import { useZone } from '../../parts/hall/useSession';
import { tell } from '../../parts/messages/Notices';
import { Empty, Loading, Read } from '../../parts/messages/States';
import { buttonClass } from '../../parts/ui/Button';
import type { Spot } from '../../parts/ui/CellTable';
import { sayCount, sayListName } from '../../parts/ui/format';
import { menuClass, menuItemClass } from '../../parts/ui/menuClass';
import { ViewLinks } from '../../parts/ui/ViewLinks';
import { usePageTitle } from '../../parts/ui/usePageTitle';
import { api, type Course } from '../../state/api';
import { MarkTable } from './MarkTable';
import { NothingIn } from './NothingIn';
import { sayMark, saySpread } from './sayMark';
import { useGiving, whyNotHere, type Place } from './useGiving';
import { isLookedAt, isSeveral } from '../../parts/courses/periods';

// Most visits to the book never look at its pictures; what draws them comes when they do.
const ScorePictures = lazy(() =>
  import('./pictures/ScorePictures').then(({ ScorePictures: view }) => ({ default: view })),
);

const views = [
  ['table', 'Table', Table],
  ['pictures', 'Pictures', ChartColumn],
] as const;
type View = (typeof views)[number][0];

/** The mark book: students × assignments with their scores. */
export function MarkBook() {
  const { course, period } = useCoursePage();
  usePageTitle('Mark book');
  return <Read of={course}>{(data) => <BookOf course={data} period={period} />}</Read>;
}

function BookOf({ course, period }: { course: Course; period: string }) {
  const book = api.useReadMarksQuery({ params: { courseId: course.id } });
  const [search] = useSearchParams();
  const view = views.find(([known]) => known === search.get('view'))?.[0] ?? 'table';
  const path = (door: string, to: View): string =>
    placePath(course.id, 'Mark book', door, to === 'table' ? {} : { view: to });
  return (
    <Hall
      course={course}
      place="Mark book"
      period={period}
      pathFor={(door) => path(door, view)}
      strip={null}
      keys={
        view === 'pictures'
          ? [{ keys: ['?'], does: 'keyboard and symbols' }]
          : [
              { keys: ['←', '→', '↑', '↓'], does: 'move' },
              { keys: ['0', '…', '9'], does: 'points' },
              { keys: ['↵'], does: 'open on the desk' },
            ]
      }
    >
      <header className="mb-3 flex flex-wrap items-center gap-x-6 gap-y-2">
        <h1>Mark book</h1>
        <ViewLinks of="the mark book" views={views} current={view} pathTo={(to) => path(period, to)} />
        {book.data && book.data.assignments.length > 0 ? <TakeAlong course={course} /> : null}
      </header>
      <Read of={book} what="Reading the mark book">
        {(data) => <OpenBook course={course} period={period} book={data} view={view} />}
      </Read>
    </Hall>
  );
}

interface OpenBookProps {
  course: Course;
  period: string;
  book: Book;
  view: View;
}

function OpenBook({ course, period, book, view }: OpenBookProps) {
  const navigate = useNavigate();
  const zone = useZone();
  const give = useGiving(course);
  const [chosen, setChosen] = useState<Spot>({ row: 0, column: 0 });
  /** A cell with nothing in, of which it is asked what there is to do. */
  const [asked, setAsked] = useState<{ place: Place; typed: string } | null>(null);
  const periodOf = new Map(course.periods.map((known) => [known.id, known]));
  const students = book.students.filter(
    (student) =>
      isLookedAt(period, periodOf.get(student.periodId)?.number) &&
      // Who left is here with what they have.
      (student.leftAt === null || student.marks.some((mark) => mark !== null)),
  );
  // What nobody here is asked for is no column here.
  const columns = book.assignments
    .map((assignment, at) => ({ assignment, at }))
    .filter(({ at }) => students.some(({ marks }) => marks[at]));
  if (columns.length === 0 && students.length > 0)
    return (
      <Empty title="Nothing is scored yet">
        <p>An assignment that is scored with points or by a rubric is a column here. Set-up says how.</p>
      </Empty>
    );
  if (students.length === 0)
    return (
      <Empty title="No students in this period">
        <p>Choose another period at the left.</p>
      </Empty>
    );
  const spot = {
    row: Math.min(chosen.row, students.length - 1),
    column: Math.min(chosen.column, columns.length - 1),
  };
  const placeAt = ({ row, column }: Spot): Place => {
    const student = students[row]!;
    const { assignment, at } = columns[column]!;
    return { student, assignment, at, mark: student.marks[at] ?? null };
  };
  if (view === 'pictures')
    return (
      <Suspense fallback={<Loading what="Drawing the pictures" />}>
        <ScorePictures
          course={course}
          columns={columns}
          students={students}
          everybody={book.students}
          chosen={spot}
          onChoose={setChosen}
        />
      </Suspense>
    );
  const here = placeAt(spot);
  const reviewer = book.reviewers.find(({ id }) => id === here.mark?.by)?.name;
  const toDesk = ({ student, assignment }: Place) =>
    void navigate(
      placePath(course.id, 'Review desk', period, { assignment: assignment.id, student: student.id }),
    );
  /** Says what is in the way of a cell, or asks what there is to do about one with nothing in. */
  const sayWhyNot = (place: Place, why: string, typed: string) =>
    place.mark && !place.mark.submissionId && mayRun(course) ? setAsked({ place, typed }) : tell(why);
  const open = (at: Spot) => {
    const place = placeAt(at);
    if (place.mark?.submissionId) toDesk(place);
    else sayWhyNot(place, whyNotHere(place)!, '');
  };
  return (
    <>
      <MarkTable
        columns={columns}
        students={students}
        spot={spot}
        onChoose={setChosen}
        onOpen={open}
        mayType={(at, sign) => {
          const place = placeAt(at);
          const why = mayRun(course) ? whyNotHere(place) : 'Only who runs the course gives scores.';
          if (why) sayWhyNot(place, why, sign);
          return why === null;
        }}
        onGive={(at, typed) => give(placeAt(at), typed)}
        asideOf={({ periodId, leftAt }) =>
          [isSeveral(period) ? (periodOf.get(periodId)?.label ?? '') : '', leftAt ? 'left' : '']
            .filter(Boolean)
            .join(', ')
        }
        labelOf={(at) => {
          const { assignment, mark } = placeAt(at);
          return sayMark(assignment, mark, undefined, zone);
        }}
      />
      <p className="mt-2 min-h-11 text-ink-2">
        <b className="font-semibold text-ink">{sayListName(here.student)}</b> · {here.assignment.title}
        <br />
        {sayMark(here.assignment, here.mark, reviewer, zone)}
        <br />
        {here.assignment.title}: {saySpread(students, here.at)}
      </p>
      <p className="text-small text-ink-2">
        {sayCount(students.length, 'student')} · <span aria-hidden="true">◦</span> not handed back yet · what
        is excused or has no score does not count in the total
      </p>
      {asked ? (
        <NothingIn
          course={course}
          place={asked.place}
          typed={asked.typed}
          onClose={() => setAsked(null)}
          onOpen={() => toDesk(asked.place)}
        />
      ) : null}
    </>
  );
}

/** The book as files for other programs. */
function TakeAlong({ course }: { course: Course }) {
  const address = (as: string) => `${pathOf('readMarksFile', { courseId: course.id })}?as=${as}`;
  const files = [
    ['xlsx', 'Workbook (XLSX)'],
    ['csv', 'Table (CSV)'],
    ['details', 'How each score came about (CSV)'],
    ['oneroster', 'Gradebook package (OneRoster 1.2)'],
  ] as const;
  return (
    <Menu.Root>
      <Menu.Trigger className={`${buttonClass()} ml-auto`}>
        <Download aria-hidden="true" className="size-4.5" /> Download
      </Menu.Trigger>
      <Menu.Portal>
        <Menu.Content align="end" sideOffset={6} className={menuClass}>
          {files.map(([as, label]) => (
            <Menu.Item key={as} asChild>
              <a className={`${menuItemClass} text-ink no-underline`} href={address(as)} download>
                {label}
              </a>
            </Menu.Item>
          ))}
        </Menu.Content>
      </Menu.Portal>
    </Menu.Root>
  );
}
