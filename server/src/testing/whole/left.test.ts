import http from 'node:http';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { pino } from 'pino';
import { pathOf } from '@vestibul/contract';
import { SESSION_COOKIE, startSession } from '../../sign-in/sessions';
import { TestSchool, bytesOf } from '../TestSchool';

const lines: string[] = [];
let school: TestSchool;
beforeAll(async () => {
  const log = pino({ level: 'error' }, { write: (line: string) => void lines.push(line) });
  school = await TestSchool.open({ log });
});
afterAll(() => school.close());

test('whoever goes on before the bytes come is no fault of the school: nothing is told in its log', async () => {
  const mai = school.as('mai');
  const { data } = await mai.turnIn(school.assignment, [
    await mai.upload(school.assignment, 'log.txt', bytesOf('42 cm at the weir')),
  ]);
  const teacher = school.as('teacher');
  const { pieces } = await teacher.must('readSubmission', { params: { submissionId: data.submissionId } });
  const inside = school.running.school;
  // The bytes are looked for until the caller has gone.
  const { vault } = inside;
  const has = vault.has.bind(vault);
  let looked = () => {};
  const isLookedFor = new Promise<void>((resolve) => (looked = resolve));
  let went = () => {};
  const hasGone = new Promise<void>((resolve) => (went = resolve));
  vault.has = async (sha256) => {
    looked();
    await hasGone;
    return has(sha256);
  };
  try {
    const request = http.get(school.running.address + pathOf('readPiece', { pieceId: pieces[0]!.id }), {
      headers: { Cookie: `${SESSION_COOKIE}=${startSession(inside, school.ids.teacher!)}` },
    });
    request.on('error', () => undefined);
    await isLookedFor;
    const isClosed = new Promise((resolve) => request.once('close', resolve));
    request.destroy();
    await isClosed;
    // The school hears of it with the next turn of its loop that reads the network: a request of somebody else comes after.
    await teacher.must('readCourse', { params: { courseId: school.course } });
    went();
    await teacher.must('readCourse', { params: { courseId: school.course } });
  } finally {
    vault.has = has;
  }
  expect(lines).toEqual([]);
});
