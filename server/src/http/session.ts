import type { Request, Response } from 'express';
import { isTimeZone, type PersonId } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { hashPassword, isPassword } from '../auth/passwords';
import {
  SESSION_COOKIE,
  endSession,
  findWelcomeLink,
  makeWelcomeLink,
  startSession,
  useWelcomeLink,
  welcomePath,
} from '../auth/sessions';
import { Failure } from '../failure';
import { readSchool, type School } from '../school';
import { all, run, together } from '../store/database';
import { writeEvent } from '../store/ledger';
import {
  addPerson,
  findByEmail,
  findPerson,
  listPeople,
  nameColumns,
  setPasswordHash,
  type PersonRow,
} from '../store/people';
import { caller, type JsonHandlers } from './call';
import { readCookie, setCookie } from './cookies';

function sessionOf(school: School, person: PersonRow | null): AnswerOf<'readSession'> {
  return {
    person: person && {
      id: person.id,
      last: person.last,
      first: person.first,
      called: person.called,
      standing: person.standing,
      email: person.email,
    },
    school: readSchool(school.db) ?? { name: '', timeZone: 'UTC', language: 'en' },
    demo: school.demo,
    now: school.now(),
  };
}

function signInAs(
  school: School,
  id: PersonId,
  request: Request,
  response: Response,
): AnswerOf<'readSession'> {
  const person = findPerson(school.db, id);
  if (!person) throw new Failure('not-found');
  setCookie(request, response, SESSION_COOKIE, startSession(school, id));
  return sessionOf(school, person);
}

/** Names in the demo's list: everybody of the staff, and this many students of each period. */
const DEMO_STUDENTS = 2;

export const sessionHandlers = {
  readSession: ({ school, person }) => sessionOf(school, person),

  async signIn({ school, body, request, response }) {
    const found = findByEmail(school.db, body.email);
    if (!(await isPassword(body.password, found?.passwordHash ?? null)) || !found)
      throw new Failure('wrong-password');
    return signInAs(school, found.id, request, response);
  },

  signOut({ school, request, response }) {
    const token = readCookie(request, SESSION_COOKIE);
    if (token) endSession(school, token);
    setCookie(request, response, SESSION_COOKIE, null);
    return {};
  },

  listDemoPeople: ({ school }) =>
    all<{ id: PersonId; last: string; first: string; standing: string; what: string }>(
      school.db,
      `SELECT * FROM (
         SELECT ${nameColumns}, p.standing, COALESCE((SELECT s.role || ', ' || c.title FROM course_staff s
           JOIN course c ON c.id = s.course_id WHERE s.person_id = p.id LIMIT 1), 'office') AS what
         FROM person p WHERE p.standing <> 'student' ORDER BY p.standing DESC, what DESC)
       UNION ALL SELECT * FROM (
         SELECT id, last, first, called, standing, what FROM (
           SELECT ${nameColumns}, p.standing, h.label AS what, p.number,
             ROW_NUMBER() OVER (PARTITION BY h.id ORDER BY p.number) AS place
           FROM enrolment e JOIN person p ON p.id = e.student_id JOIN period h ON h.id = e.period_id)
         WHERE place <= ${DEMO_STUDENTS} ORDER BY number)`,
    ).map(({ id, last, first, standing, what }) => ({
      id,
      name: [first, last].filter(Boolean).join(' '),
      what: standing === 'student' ? `student, ${what}` : what,
    })),

  signInAsDemo: ({ school, body, request, response }) => signInAs(school, body.personId, request, response),

  readWelcome({ school, params }) {
    const link = findWelcomeLink(school, params.token);
    if (!link) throw new Failure('link-used-up');
    const person = link.personId ? findPerson(school.db, link.personId) : undefined;
    return {
      first: link.personId === null,
      name: person ? [person.called || person.first, person.last].filter(Boolean).join(' ') : '',
      email: person?.email ?? '',
    };
  },

  async acceptWelcome({ school, params, body, request, response }) {
    // The costly part comes before the transaction; whether the link still holds is asked inside it.
    const hash = await hashPassword(body.password);
    const person = together(school.db, () => {
      const link = findWelcomeLink(school, params.token);
      if (!link || !useWelcomeLink(school, params.token, school.now())) throw new Failure('link-used-up');
      const id = link.personId ?? openWithOffice(school, body.first);
      setPasswordHash(school.db, id, hash);
      return id;
    });
    return signInAs(school, person, request, response);
  },

  listPeople: ({ school, query }) => listPeople(school.db, query.find, query.after),

  addPerson(call) {
    const { school, body } = call;
    return together(school.db, () => {
      const { standing, ...person } = body;
      const id = addPerson(
        school,
        caller(call).id,
        { ...person, called: '', username: '', number: '' },
        standing,
      );
      return { id, link: welcomePath(makeWelcomeLink(school, id)) };
    });
  },

  renewLink({ school, params }) {
    if (!findPerson(school.db, params.personId)) throw new Failure('not-found');
    return { link: welcomePath(makeWelcomeLink(school, params.personId)) };
  },
} satisfies Partial<JsonHandlers>;

/** Opens the school with its first office account. */
function openWithOffice(
  school: School,
  first: { last: string; first: string; email: string; schoolName: string; timeZone: string } | undefined,
): PersonId {
  if (!first) throw new Failure('bad-input');
  if (!isTimeZone(first.timeZone)) throw new Failure('bad-time-zone', { zone: first.timeZone });
  openSchoolRecord(school, first.schoolName, first.timeZone);
  const person = {
    last: first.last,
    first: first.first,
    email: first.email,
    called: '',
    username: '',
    number: '',
  };
  return addPerson(school, 'system', person, 'office');
}

/** Writes down that the school exists. The first line of every ledger. */
export function openSchoolRecord(school: School, name: string, timeZone: string): void {
  const at = school.now();
  run(school.db, 'INSERT INTO school (id, name, time_zone, opened_at) VALUES (1, ?, ?, ?)', [
    name,
    timeZone,
    at,
  ]);
  writeEvent(school, 'system', 'school opened', {}, { zone: timeZone }, at);
}
