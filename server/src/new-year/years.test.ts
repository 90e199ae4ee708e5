import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { CourseId, YearId } from '@vestibul/core';
import { run } from '../platform/database/database';
import { TestSchool, bytesOf } from '../testing/TestSchool';

let school: TestSchool;
let year: YearId;
beforeAll(async () => {
  school = await TestSchool.open();
  year = (await school.as('office').must('listYears'))[0]!.id;
});
afterAll(() => school.close());

const inCourse = () => ({ courseId: school.course });
const next = { label: '2027–28', startsOn: '2027-08-24', endsOn: '2028-07-14' };

test('a year has terms, which are changed, taken away and kept by their ids', async () => {
  const office = school.as('office');
  const params = { yearId: year };
  const body = { label: '2026–27', startsOn: '2026-08-25', endsOn: '2027-07-15' };
  const autumn = { name: 'Autumn', startsOn: '2026-08-25', endsOn: '2026-12-18' };
  const spring = { name: 'Spring', startsOn: '2027-01-05', endsOn: '2027-03-26' };
  await office.must('changeYear', { params, body: { ...body, terms: [autumn, spring] } });
  const [before] = await office.must('listYears');
  expect(before!.terms.map(({ name }) => name)).toEqual(['Autumn', 'Spring']);
  const kept = before!.terms[1]!;
  await office.must('changeYear', { params, body: { ...body, terms: [{ ...kept, name: 'Lent' }] } });
  const [after] = await office.must('listYears');
  expect(after!.terms).toEqual([{ ...kept, name: 'Lent' }]);
  const outside = await office.call('changeYear', {
    params,
    body: { ...body, terms: [{ ...autumn, endsOn: '2028-01-01' }] },
  });
  expect(outside).toMatchObject({ status: 400, error: { details: { where: 'terms' } } });
});

test('a new year begins from an old one: assignments as drafts on the same weekday, blanks, rules, groups; no student, no work', async () => {
  const teacher = school.as('teacher');
  const two = school.periods[2]!;
  await teacher.must('setGroups', {
    params: { periodId: two },
    body: { groups: [{ name: 'Ford', enamel: 1, mark: 'wave' }] },
  });
  await teacher.must('setRule', {
    params: { ...inCourse(), subject: 'folder' },
    body: { rule: '{last} {period}' },
  });
  await teacher.must('keepBlank', {
    params: inCourse(),
    body: {
      uploadId: await teacher.uploadBlank(school.course, 'sheet.txt', bytesOf('sheet')),
      title: 'Sheet',
    },
  });
  const rubric = {
    kind: 'rubric',
    criteria: [
      {
        title: 'Key',
        levels: [
          { title: 'yes', points: 2 },
          { title: 'no', points: 0 },
        ],
      },
    ],
  };
  await teacher.must('makeAssignment', {
    params: inCourse(),
    body: {
      title: 'Map',
      unit: 'Maps',
      scoring: rubric,
      dues: [
        { periodId: two, dueLocal: '2026-11-24T23:59' },
        { periodId: school.periods[10], dueLocal: '2026-11-26T08:00' },
      ],
    },
  });
  const { id: nextYear } = await teacher.must('makeYear', { body: next });
  const plan = await teacher.must('planYear', { params: { yearId: nextYear }, query: { from: year } });
  expect(plan.courses).toHaveLength(1);
  expect(plan.courses[0]).toMatchObject({ title: 'Field Geography', isThere: false, groups: 1, blanks: 1 });
  const map = plan.courses[0]!.assignments.find(({ title }) => title === 'Map')!;
  // A Tuesday and a Thursday, a whole number of weeks later.
  expect(map.dues.map(({ was, dueLocal }) => [was, dueLocal])).toEqual([
    ['2026-11-24T23:59', '2027-11-23T23:59'],
    ['2026-11-26T08:00', '2027-11-25T08:00'],
  ]);

  const corrected = [{ ...map.dues[0]!, dueLocal: '2027-11-30T23:59' }, map.dues[1]!];
  const begun = await teacher.must('beginYear', {
    params: { yearId: nextYear },
    body: {
      courses: [{ courseId: school.course, assignments: [{ assignmentId: map.id, dues: corrected }] }],
    },
  });
  const course = await teacher.must('readCourse', { params: { courseId: begun.courses[0]! } });
  expect(course).toMatchObject({
    title: 'Field Geography',
    role: 'teacher',
    folderRule: '{last} {period}',
    students: 0,
    year: { label: '2027–28' },
  });
  expect(course.periods.map(({ number, groups }) => [number, groups.map(({ name }) => name)])).toEqual([
    [2, ['Ford']],
    [10, []],
  ]);
  expect(course.staff.map(({ role }) => role)).toEqual(['teacher', 'co-teacher', 'aide']);
  expect(course.assignments).toMatchObject([{ title: 'Map', unit: 'Maps', visibleAt: null }]);
  expect(course.assignments[0]!.dues.map(({ dueLocal }) => dueLocal)).toEqual([
    '2027-11-30T23:59',
    '2027-11-25T08:00',
  ]);
  const copied = await teacher.must('readAssignment', {
    params: { assignmentId: course.assignments[0]!.id },
  });
  expect(copied.scoring).toEqual({
    ...rubric,
    criteria: [
      {
        title: 'Key',
        levels: [
          { title: 'yes', points: 2, says: '' },
          { title: 'no', points: 0, says: '' },
        ],
      },
    ],
  });
  const blanks = await teacher.must('listBlanks', { params: { courseId: course.id } });
  expect(blanks).toMatchObject([{ title: 'Sheet', version: 1, handOuts: [], copies: 0 }]);
  const rack = await teacher.must('readRack', { params: { courseId: course.id } });
  expect(rack).toMatchObject({ students: [], slots: [] });

  const again = await teacher.must('planYear', { params: { yearId: nextYear }, query: { from: year } });
  expect(again.courses[0]!.isThere).toBe(true);
});

test('only its teacher, or the office, begins a course anew; and all of it or nothing', async () => {
  const { id: other } = await school.as('office').must('makeYear', {
    body: { label: '2028–29', startsOn: '2028-08-22', endsOn: '2029-07-13' },
  });
  const params = { yearId: other };
  const body = { courses: [{ courseId: school.course, assignments: [] }] };
  for (const who of ['co-teacher', 'other teacher'])
    expect(await school.as(who).call('beginYear', { params, body })).toMatchObject({ status: 403 });
  const half = { courses: [...body.courses, { courseId: 'c_nothing', assignments: [] }] };
  expect(await school.as('office').call('beginYear', { params, body: half })).toMatchObject({ status: 404 });
  const titles = (await school.as('office').must('listCourses')).filter(({ yearId }) => yearId === other);
  expect(titles).toEqual([]);
  expect((await school.as('office').must('beginYear', { params, body })).courses).toHaveLength(1);
});

test('a past year can be read and nothing in it changes', async () => {
  const { db } = school.running.school;
  const mai = school.as('mai');
  const { data: receipt } = await mai.turnIn(school.assignment, [
    await mai.upload(school.assignment, 'a.txt', bytesOf('in time')),
  ]);
  run(db, `UPDATE year SET starts_on = '2020-08-25', ends_on = '2021-07-15' WHERE id = ?`, [year]);
  try {
    const teacher = school.as('teacher');
    expect((await teacher.must('readCourse', { params: inCourse() })).year.isOver).toBe(true);
    expect((await teacher.must('readRack', { params: inCourse() })).slots).not.toEqual([]);
    const submission = { submissionId: receipt.submissionId };
    expect((await teacher.call('readSubmission', { params: submission })).status).toBe(200);
    for (const attempt of [
      teacher.call('comment', { params: submission, body: { text: 'Too late', attempt: 1 } }),
      teacher.call('makeAssignment', { params: inCourse(), body: { title: 'New', dues: [] } }),
      teacher.call('addPeriod', { params: inCourse(), body: { number: 9 } }),
      teacher.call('leaveCourse', { params: { ...inCourse(), studentId: school.ids.mai! } }),
      mai.turnIn(school.assignment, []),
      school.as('office').call('joinRoster', { params: inCourse(), body: { fromList: false, people: [] } }),
    ])
      expect(await attempt).toMatchObject({ status: 409, error: { code: 'year-over' } });
    const refused = await mai.startUpload({ assignmentId: school.assignment }, 'late.txt', 4);
    expect(refused).toMatchObject({ status: 409, body: expect.stringContaining('year-over') });
    const blank = await teacher.startUpload({ courseId: school.course }, 'late.txt', 4);
    expect(blank.body).toContain('year-over');
    const intoPast = await teacher.call('makeCourse', {
      body: { yearId: year, title: 'Late', periods: [{ number: 1 }] },
    });
    expect(intoPast).toMatchObject({ status: 409, error: { code: 'year-over' } });
  } finally {
    run(db, `UPDATE year SET starts_on = '2026-08-25', ends_on = '2027-07-15' WHERE id = ?`, [year]);
  }
});

test('periods are changed, with their colour and meetings; a number belongs to one', async () => {
  const teacher = school.as('co-teacher');
  const params = { periodId: school.periods[10]! };
  const meetings = {
    kind: 'cycle',
    length: 2,
    days: [1],
    firstDay: '2026-08-26',
    from: '10:00',
    to: '11:30',
  };
  await teacher.must('changePeriod', {
    params,
    body: { number: 11, label: 'Blue block', enamel: 4, meetings },
  });
  const course = await teacher.must('readCourse', { params: inCourse() });
  expect(course.periods[1]).toMatchObject({ number: 11, label: 'Blue block', enamel: 4, meetings });
  expect(await teacher.call('changePeriod', { params, body: { number: 2 } })).toMatchObject({
    status: 409,
    error: { code: 'period-exists' },
  });
  const bad = { kind: 'weekly', times: [{ weekday: 8, from: '25:00', to: '1' }] };
  expect((await teacher.call('changePeriod', { params, body: { number: 11, meetings: bad } })).status).toBe(
    400,
  );
  await teacher.must('changePeriod', { params, body: { number: 10, label: 'Period 10' } });
});

test('a course changes its title; two of a year cannot have one', async () => {
  const params = { courseId: school.course as CourseId };
  await school
    .as('office')
    .must('changeCourse', { params, body: { title: 'Geography of the field', code: 'GEO' } });
  const refused = await school.as('teacher').call('changeCourse', { params, body: { title: 'Botany' } });
  expect(refused).toMatchObject({ status: 409, error: { code: 'course-exists' } });
  await school
    .as('teacher')
    .must('changeCourse', { params, body: { title: 'Field Geography', code: 'GEO' } });
});
