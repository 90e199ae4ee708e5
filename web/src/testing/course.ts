import type {
  AssignmentId,
  CourseId,
  Day,
  GroupId,
  Instant,
  PeriodId,
  PersonId,
  SubmissionId,
  YearId,
} from '@vestibul/core';
import type { Course, RackStudent, Slot } from '../state/api';

/** A small course for the tests of the pages' own computation, and the moment at which they look at it. */
export const now = Date.parse('2026-11-24T10:00:00Z');
export const at = (text: string) => text as Instant;

export const p2 = 'h2' as PeriodId;
export const p3 = 'h3' as PeriodId;
export const g1 = 'g1' as GroupId;
export const assignment = (id: string, dues: Course['assignments'][number]['dues']) => ({
  id: id as AssignmentId,
  title: id,
  shortName: '',
  unit: '',
  graceMinutes: 0,
  groupIds: [] as GroupId[],
  holds: false,
  offRule: null,
  visibleAt: at('2026-09-01T08:00:00.000Z'),
  mostPoints: null,
  afterwards: 'own' as const,
  dues,
});
export const due = (periodId: PeriodId, instant: string) => ({
  periodId,
  due: at(instant),
  dueLocal: '' as never,
});
export const course: Course = {
  id: 'c' as CourseId,
  title: 'Field Geography',
  code: '',
  year: {
    id: 'y' as YearId,
    label: 'Y',
    startsOn: '2026-08-25' as Day,
    endsOn: '2027-07-15' as Day,
    isOver: false,
    terms: [],
  },
  role: 'teacher',
  folderRule: '{period|pad 2}-{last}_{first}',
  fileRule: '{period|pad 2}-{last}_{first}_{assignment}',
  offRule: 'mend',
  periods: [
    {
      id: p2,
      number: 2,
      label: 'Period 2',
      enamel: 1,
      students: 2,
      meetings: null,
      groups: [{ id: g1, name: 'Blue', enamel: 1, mark: 'star' }],
    },
    { id: p3, number: 3, label: 'Period 3', enamel: 2, students: 1, meetings: null, groups: [] },
  ],
  staff: [],
  students: 3,
  toSort: 0,
  folders: 3,
  assignments: [
    assignment('Past', [due(p2, '2026-11-20T10:00:00Z')]),
    assignment('Log', [due(p2, '2026-11-24T09:00:00Z'), due(p3, '2026-11-25T09:00:00Z')]),
  ],
};
export const student = (id: string, last: string, periodId: PeriodId): RackStudent => ({
  id: id as PersonId,
  last,
  first: 'A',
  called: '',
  apart: '',
  periodId,
  groupId: null,
  email: '',
  username: '',
  number: '',
  folderId: null,
  joinedAt: at('2026-09-01T08:00:00.000Z'),
  leftAt: null,
  absences: [],
  folderName: '',
});
export const byLast = { order: 'last', language: 'en' } as const;
export const students = [student('s1', 'Zhang', p2), student('s2', 'Ålund', p2), student('s3', 'Berg', p3)];
export const slot = (studentId: string, more: Partial<Slot>): Slot => ({
  id: `sub-${studentId}` as SubmissionId,
  studentId: studentId as PersonId,
  assignmentId: 'Log' as AssignmentId,
  state: 'turned in',
  attempt: 1,
  attempts: 1,
  pieces: 1,
  form: 'text',
  turnedInAt: at('2026-11-24T08:00:00.000Z'),
  lateMs: 0,
  unseen: true,
  drifted: false,
  points: null,
  goesBack: false,
  answers: 0,
  workedOnBy: null,
  name: '02-Zhang_A_Log.txt',
  originalName: 'x.txt',
  topPieceId: null,
  heldForName: false,
  ...more,
});
