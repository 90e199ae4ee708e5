import { openSchoolRecord } from '../school/school';
import type { Request, Response } from 'express';
import { isTimeZone, type PersonId } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { hashPassword, isPassword } from './passwords';
import { placeOf } from './Guessing';
import {
  deviceCookie,
  sessionCookie,
  endSession,
  endSessionOf,
  endSessionsOf,
  endWelcomeLinks,
  findWelcomeLink,
  isKnownDevice,
  listSessions,
  rememberDevice,
  startSession,
  useWelcomeLink,
} from './sessions';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { readSchool } from '../school/facts';
import { all, together } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';
import {
  addPerson,
  findBySignInName,
  findPerson,
  nameColumns,
  setPasswordHash,
  signInNameOf,
  type PersonRow,
} from '../school/people';
import {
  closeAccount,
  issueLink,
  listAccountNews,
  markNewsSeen,
  openAccount,
  signOutEverywhere,
} from './accounts';
import { caller, type Call, type JsonHandlers } from '../platform/http/call';
import { readCookie, setCookie } from '../platform/http/cookies';

function sessionOf(school: School, person: PersonRow | null): AnswerOf<'readSession'> {
  return {
    person: person && {
      id: person.id,
      last: person.last,
      first: person.first,
      called: person.called,
      apart: person.apart,
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
  setCookie(request, response, sessionCookie, startSession(school, id, request.get('user-agent')));
  setCookie(request, response, deviceCookie, rememberDevice(school, id, readCookie(request, deviceCookie)));
  return sessionOf(school, person);
}

/** What a one-time link or code is for. Codes are short, so they are not guessed without end. Fails with `too-many-attempts`, `link-used-up`. */
function requireLink(school: School, token: string, request: Request): { personId: PersonId | null } {
  const place = placeOf(request.ip);
  school.guessing.requireCode(place);
  const link = findWelcomeLink(school, token);
  if (link) return link;
  school.guessing.failedCode(place);
  throw new Failure('link-used-up');
}

/** Names in the demo's list: everybody of the staff, and this many students of each period. */
const DEMO_STUDENTS = 2;

export const sessionHandlers = {
  readSession: ({ school, person }) => sessionOf(school, person),
  async signIn({ school, body, request, response }) {
    const found = findBySignInName(school.db, body.signInName);
    const device = readCookie(request, deviceCookie);
    const attempt = {
      // By whichever of their names an account is guessed, it is the same account.
      account: found?.id ?? body.signInName,
      place: placeOf(request.ip),
      isKnownDevice: found !== undefined && isKnownDevice(school, found.id, device),
    };
    school.guessing.require(attempt);
    const isRight = await school.hashing.run(attempt.place, () =>
      isPassword(body.password, found?.passwordHash ?? null),
    );
    if (!isRight || !found) {
      school.guessing.failed(attempt);
      throw new Failure('wrong-password');
    }
    if (found.closedAt !== null) throw new Failure('account-closed');
    school.guessing.passed(attempt);
    return signInAs(school, found.id, request, response);
  },
  signOut({ school, request, response }) {
    const token = readCookie(request, sessionCookie);
    if (token) endSession(school, token);
    setCookie(request, response, sessionCookie, null);
    // What was looked at here is nobody's to look at again on a shared computer (W3C Clear Site Data).
    response.set('Clear-Site-Data', '"cache"');
    return {};
  },
  listMySessions: (call) =>
    listSessions(call.school, caller(call).id, readCookie(call.request, sessionCookie) ?? ''),
  endMySessions: (call) =>
    signOutEverywhere(
      call.school,
      caller(call).id,
      caller(call).id,
      readCookie(call.request, sessionCookie) ?? null,
    ),
  endMySession(call) {
    if (!endSessionOf(call.school, caller(call).id, call.params.sessionId)) throw new Failure('not-found');
    return {};
  },
  listAccountNews: (call) => listAccountNews(call.school.db, caller(call).id),
  markNewsSeen(call) {
    markNewsSeen(call.school, caller(call).id);
    return {};
  },
  listDemoPeople: ({ school }) =>
    all<{ id: PersonId; last: string; first: string; apart: string; standing: string; what: string }>(
      school.db,
      `SELECT * FROM (
         SELECT ${nameColumns}, p.standing, COALESCE((SELECT s.role || ', ' || c.title FROM course_staff s
           JOIN course c ON c.id = s.course_id WHERE s.person_id = p.id LIMIT 1), 'office') AS what
         FROM person p WHERE p.standing <> 'student' ORDER BY p.standing DESC, what DESC)
       UNION ALL SELECT * FROM (
         SELECT id, last, first, called, apart, standing, what FROM (
           SELECT ${nameColumns}, p.standing, h.label AS what, p.number,
             ROW_NUMBER() OVER (PARTITION BY h.id ORDER BY p.number) AS place
           FROM enrolment e JOIN person p ON p.id = e.student_id JOIN period h ON h.id = e.period_id)
         WHERE place <= ${DEMO_STUDENTS} ORDER BY number)`,
    ).map(({ id, last, first, apart, standing, what }) => ({
      id,
      name: [first, last].filter(Boolean).join(' '),
      what: [standing === 'student' ? `student, ${what}` : what, apart].filter(Boolean).join(', '),
    })),
  signInAsDemo: ({ school, body, request, response }) => signInAs(school, body.personId, request, response),
  readWelcome({ school, params, request }) {
    const link = requireLink(school, params.token, request);
    const person = link.personId ? findPerson(school.db, link.personId) : undefined;
    return {
      first: link.personId === null,
      name: person ? [person.called || person.first, person.last].filter(Boolean).join(' ') : '',
      signInName: person ? signInNameOf(school.db, person.id) : '',
    };
  },
  async acceptWelcome({ school, params, body, request, response }) {
    // Made-up links cost nothing. The costly part comes before the transaction; whether the link still holds is asked inside it again.
    requireLink(school, params.token, request);
    const hash = await school.hashing.run(placeOf(request.ip), () => hashPassword(body.password));
    const person = together(school.db, () => {
      const link = findWelcomeLink(school, params.token);
      if (!link || !useWelcomeLink(school, params.token, school.now())) throw new Failure('link-used-up');
      const id = link.personId ?? openWithOffice(school, body.first);
      setPasswordHash(school.db, id, hash);
      writeEvent(school, id, 'password set', { person: id }, {});
      // Whoever was in by the old password, or has another link, is out.
      endWelcomeLinks(school, id);
      endSessionsOf(school, id);
      return id;
    });
    return signInAs(school, person, request, response);
  },
  renewLink(call) {
    const { school } = call;
    const id = requirePerson(call);
    return together(school.db, () => ({ link: issueLink(school, caller(call).id, id, true) }));
  },
  closeAccount(call) {
    closeAccount(call.school, caller(call).id, requirePerson(call));
    return {};
  },
  openAccount(call) {
    openAccount(call.school, caller(call).id, requirePerson(call));
    return {};
  },
  endSessions: (call) => signOutEverywhere(call.school, caller(call).id, requirePerson(call)),
} satisfies Partial<JsonHandlers>;

/** Whom a route of the office names. Fails with `not-found`. */
function requirePerson({
  school,
  params,
}: Call<'renewLink' | 'closeAccount' | 'openAccount' | 'endSessions'>): PersonId {
  if (!findPerson(school.db, params.personId)) throw new Failure('not-found');
  return params.personId;
}

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
