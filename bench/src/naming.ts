import {
  checkRule,
  makeNameReader,
  mendRule,
  studentValues,
  writeName,
  type NamingCourse,
} from '@vestibul/core';
import { readStoredRule } from '@vestibul/server';
import { median, round } from './timing';

const STUDENTS = 10_000;
const COURSE = 160;
const RUNS = 5;
/** A frame at 60 Hz, in milliseconds. */
const FRAME = 16;

const lasts =
  'Abara Ålund Demir Đặng Fields-Saldaña Haddad Jónsdóttir Łukasik O’Rourke Nguyễn Sørensen Tūroa Yılmaz'.split(
    ' ',
  );
const firsts =
  'Ali Caoimhe Chidi Deniz Emma Farah Jip Lena Mere Noor Øyvind Pia Rose Samir Signe Zofia'.split(' ');

/** Invented people; no two share a name. */
function makeCourse(size: number): NamingCourse {
  return {
    shared: { course: 'Field Geography', code: 'GEO', year: '2026-27', teacher: 'Tamsin', term: '' },
    students: Array.from({ length: size }, (_, i) => ({
      id: `s${i}`,
      values: studentValues({
        last: lasts[i % lasts.length]! + letters(Math.floor(i / lasts.length / firsts.length)),
        first: firsts[Math.floor(i / lasts.length) % firsts.length]!,
        called: '',
        username: `user${i}`,
        email: `user${i}@larkmoor.example`,
        number: String(1000 + i),
        group: '',
        period: [2, 3, 4, 10][i % 4]!,
      }),
    })),
    works: [{ assignment: 'Stream gauge log', due: '2026-09-04' }],
  };
}

/** A number as small letters, so that names differ as names do. */
function letters(number: number): string {
  return number === 0 ? '' : String.fromCharCode(97 + (number % 26)) + letters(Math.floor(number / 26));
}

/** Names written and read back per second, against joining strings; and the live check of a course, against a frame. */
export async function measureNaming(): Promise<string[]> {
  const school = makeCourse(STUDENTS);
  const standing = readStoredRule('{period|pad 2}-{last}_{first}');
  const values = school.students.map((student) => student.values);
  const joined = await median(RUNS, () =>
    values.map(({ period, last, first }) =>
      `${String(period).padStart(2, '0')}-${last}_${first}`.normalize('NFC'),
    ),
  );
  const written = await median(RUNS, () => values.map((one) => writeName(standing, one).name));
  const names = values.map((one) => writeName(standing, one).name);
  const read = makeNameReader(standing, 'folder', school).read;
  const followed = await median(RUNS, () => names.map(read));

  const course = makeCourse(COURSE);
  const readOne = makeNameReader(standing, 'folder', course).read;
  const loose = course.students.map(({ values: one }) => `${one.first} ${String(one.last).toLowerCase()}`);
  const mended = await median(RUNS, () => loose.map(readOne));
  const failing = readStoredRule('{period}-{last}_{initial}');
  const live = await median(RUNS * 3, () => checkRule(failing, 'folder', course));
  const mends = await median(3, () => mendRule(failing, 'folder', course));
  const perSecond = (count: number, ms: number) => Math.round((count / ms) * 1000).toLocaleString('en');
  return [
    `naming: written ${perSecond(STUDENTS, written)} names/s for ${STUDENTS} students, ${round(written / joined)}x of joining strings`,
    `naming: read back ${perSecond(STUDENTS, followed)} names/s that follow, ${round(followed / written)}x of writing them; ${perSecond(COURSE, mended)} loose names/s mended in a course of ${COURSE}`,
    `naming: live check of ${COURSE} students in its thread ${round(live)} ms, ${Math.round((100 * live) / FRAME)} % of a ${FRAME} ms frame; tried mends ${round(mends, 0)} ms in a second thread`,
  ];
}
