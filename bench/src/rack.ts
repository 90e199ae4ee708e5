import { randomUUID } from 'node:crypto';
import { pino } from 'pino';
import { pathOf } from '@vestibul/contract';
import { sha256Hex, type LocalTime, type UploadId } from '@vestibul/core';
import {
  SESSION_COOKIE,
  addPerson,
  joinRoster,
  makeAssignment,
  makeCourse,
  makeFolders,
  makeYear,
  markArrived,
  openSchoolRecord,
  readCourse,
  readRoster,
  slotQuery,
  startServer,
  startSession,
  startUpload,
  together,
  turnIn,
} from '@vestibul/server';
import { median, round } from './timing';

const STUDENTS = 150;
const ASSIGNMENTS = 9;
const RUNS = 41;

/** The rack of 150 students × 9 assignments in one request, against the bare SQL of the same rows. */
export async function measureRack(folder: string): Promise<string[]> {
  const running = await startServer({
    folder,
    demo: false,
    log: pino({ level: 'silent' }),
    port: 0,
    keepFree: 0,
  });
  const { school } = running;
  const { db } = school;
  db.pragma('synchronous = OFF');
  const blank = { called: '', username: '', number: '' };
  const teacher = together(db, () => {
    openSchoolRecord(school, 'Bench', 'Europe/London');
    return addPerson(
      school,
      'system',
      { last: 'Tamsin', first: 'Imogen', email: 't@x.example', ...blank },
      'teacher',
    );
  });
  const yearId = makeYear(school, teacher, { label: 'Y', startsOn: '2026-08-25', endsOn: '2027-07-15' });
  const periods = [1, 2, 3, 4, 5].map((number) => ({ number, label: '' }));
  const course = makeCourse(school, teacher, { yearId, title: 'C', code: '', periods });
  const { periods: known } = readCourse(db, course, 'teacher');
  joinRoster(school, teacher, course, {
    fromList: true,
    people: Array.from({ length: STUDENTS }, (_, i) => ({
      last: `Strömberg-Kovačević${i}`,
      first: 'Zoë',
      email: `s${i}@x.example`,
      ...blank,
      periodId: known[i % known.length]!.id,
      knownId: null,
    })),
  });
  makeFolders(school, teacher, course);
  const dues = known.map((period) => ({ periodId: period.id, dueLocal: '2030-01-15T23:59' as LocalTime }));
  for (let a = 0; a < ASSIGNMENTS; a += 1) {
    const assignmentId = makeAssignment(school, teacher, course, {
      title: `Work ${a}`,
      shortName: '',
      directions: '',
      dues,
    });
    for (const student of readRoster(db, course)) {
      const id = `u_${a}_${student.id}` as UploadId;
      startUpload(school, {
        id,
        studentId: student.id,
        assignmentId,
        originalName: 'IMG_4821.JPG',
        bytes: 1000,
      });
      markArrived(school, id, { sha256: sha256Hex(id), mime: 'image/jpeg', extension: 'jpg' });
      turnIn(school, student.id, assignmentId, { key: randomUUID(), uploadIds: [id] });
    }
  }
  const cookie = `${SESSION_COOKIE}=${startSession(school, teacher)}`;
  const url = running.address + pathOf('readRack', { courseId: course });
  const read = async () =>
    (await fetch(url, { headers: { Cookie: cookie } })).json() as Promise<{ slots: unknown[] }>;
  const statement = db.prepare(`${slotQuery} WHERE s.course_id = :course`);
  const bare = () => statement.all({ course, viewer: teacher });

  await median(8, read);
  await median(8, bare);
  const slots = (await read()).slots.length;
  const [request, sql] = [await median(RUNS, read), await median(RUNS, bare)];
  await running.close();
  return [
    `rack of ${STUDENTS} students × ${ASSIGNMENTS} assignments (${slots} filled slots, one request): ${round(request / sql)} × the bare SQL (${round(request)} ms : ${round(sql)} ms)`,
  ];
}
