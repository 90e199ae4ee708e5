import { randomUUID } from 'node:crypto';
import { pathOf } from '@vestibul/contract';
import { sha256Hex, type UploadId } from '@vestibul/core';
import {
  SESSION_COOKIE,
  markArrived,
  readRoster,
  slotQuery,
  startSession,
  startUpload,
  turnIn,
} from '@vestibul/server';
import { addCourse, addStudents, addTeacher, assign, openServer, openYear } from './furnish';
import { median, round } from './timing';

const STUDENTS = 150;
const ASSIGNMENTS = 9;
const RUNS = 41;

/** The rack of 150 students × 9 assignments in one request, against the bare SQL of the same rows. */
export async function measureRack(folder: string): Promise<string[]> {
  const running = await openServer(folder);
  const { school } = running;
  const { db } = school;
  db.pragma('synchronous = OFF');
  const { yearId } = openYear(school);
  const teacher = addTeacher(school, 1);
  const made = addCourse(school, teacher, yearId, 'C');
  addStudents(school, teacher, made, STUDENTS);
  for (let a = 0; a < ASSIGNMENTS; a += 1) {
    const assignmentId = assign(school, teacher, made, `Work ${a}`);
    for (const student of readRoster(db, made.course)) {
      const id = `u_${a}_${student.id}` as UploadId;
      startUpload(school, { id, byId: student.id, assignmentId, originalName: 'IMG_4821.JPG', bytes: 1000 });
      markArrived(school, id, { sha256: sha256Hex(id), bytes: 1000, mime: 'image/jpeg', extension: 'jpg' });
      turnIn(school, student.id, assignmentId, { key: randomUUID(), namesAgreed: false, uploadIds: [id] });
    }
  }
  const cookie = `${SESSION_COOKIE}=${startSession(school, teacher)}`;
  const url = running.address + pathOf('readRack', { courseId: made.course });
  const read = async () =>
    (await fetch(url, { headers: { Cookie: cookie } })).json() as Promise<{ slots: unknown[] }>;
  const statement = db.prepare(`${slotQuery} WHERE s.course_id = :course`);
  const bare = () => statement.all({ course: made.course, viewer: teacher });

  await median(8, read);
  await median(8, bare);
  const slots = (await read()).slots.length;
  const [request, sql] = [await median(RUNS, read), await median(RUNS, bare)];
  await running.close();
  return [
    `rack of ${STUDENTS} students × ${ASSIGNMENTS} assignments (${slots} filled slots, one request): ${round(request / sql)} × the bare SQL (${round(request)} ms : ${round(sql)} ms)`,
  ];
}
