import type { AssignmentId, CourseId } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { placeOf } from '../sign-in/Guessing';
import { visitCookie, beginVisit, confirmVisit, endVisit, findVisit, type VisitRow } from './visits';
import { Failure } from '../platform/failure';
import { deliver, placeDelivery } from './deliver';
import type { School } from '../platform/School';
import { readSchool, timeZoneOf } from '../school/facts';
import { findAssignment, isVisible } from '../assignments/assignments';
import { all, one } from '../platform/database/database';
import { findDelivered, listDeliveries, turnAway } from './deliveries';
import {
  courseOfDoor,
  doorState,
  findDoor,
  listDoors,
  requireOpenDoor,
  setDoorShut,
  writeDoor,
  type DoorRow,
} from './doors';
import type { PersonRow } from '../school/people';
import { makeReceiptOfLine } from '../ledger/receipts';
import { accessTo } from '../access/access';
import { listBrought } from '../intake/uploads';
import { sendKept } from '../platform/http/send';
import { sendReceiptFile } from '../ledger/sendReceiptFile';
import { caller, type Call, type JsonHandlers, type StreamHandlers } from '../platform/http/call';
import { setCookie } from '../platform/http/cookies';

/** A door as whoever is there sees it: a guest, or somebody of its staff who looks at it. */
function guestDoor(
  school: School,
  door: DoorRow,
  visit: VisitRow | null,
  person: PersonRow | null,
): AnswerOf<'readDoor'> {
  const now = school.now();
  const assignment = door.assignmentId ? findAssignment(school.db, door.assignmentId) : null;
  const state = doorState(door, now);
  const isPreview =
    accessTo(school, { person, visit }, { kind: 'desk', course: door.courseId }).level !== 'none';
  // Behind a door that is not open nobody reads what is asked.
  const isOpen = state === 'open' || isPreview;
  return {
    school: readSchool(school.db)?.name ?? '',
    timeZone: timeZoneOf(school.db),
    course: door.courseTitle,
    assignment: assignment && isOpen ? { title: assignment.title, directions: assignment.directions } : null,
    choices: door.assignmentId || !isOpen ? [] : choicesOf(school, door.courseId),
    note: isOpen ? door.note : '',
    domains: door.domains,
    state,
    opensAt: door.opensAt,
    closesAt: door.closesAt,
    isPreview,
    visit: visit?.doorId === door.id ? visitOf(school, visit) : null,
  };
}

/** What is given in a course now. */
function choicesOf(school: School, course: CourseId): { id: AssignmentId; title: string }[] {
  return all<{ id: AssignmentId; title: string; visibleAt: never }>(
    school.db,
    'SELECT id, title, visible_at AS visibleAt FROM assignment WHERE course_id = ? ORDER BY title',
    [course],
  )
    .filter((known) => isVisible(known, school.now()))
    .map(({ id, title }) => ({ id, title }));
}

function visitOf(school: School, visit: VisitRow): NonNullable<AnswerOf<'readDoor'>['visit']> {
  const last = one<{ id: string; at: never; line: number }>(
    school.db,
    'SELECT id, at, event_index AS line FROM delivery WHERE visit_id = ? ORDER BY at DESC LIMIT 1',
    [visit.id],
  );
  return {
    name: visit.name,
    email: visit.email,
    isConfirmed: visit.confirmedAt !== null,
    uploads: listBrought(school.db, visit.id).map(({ id, originalName, bytes, arrivedAt }) => ({
      id,
      originalName,
      bytes,
      arrived: arrivedAt !== null,
    })),
    delivered: last
      ? {
          at: last.at,
          line: last.line,
          pieces: all(
            school.db,
            'SELECT original_name AS originalName, bytes, sha256 FROM upload WHERE delivery_id = ? ORDER BY place, rowid',
            [last.id],
          ),
        }
      : null,
  };
}

/** The visit of a call, where it is one at this door. Fails with `not-entered`. */
function requireVisit(visit: VisitRow | null, door: DoorRow): VisitRow {
  if (visit?.doorId !== door.id) throw new Failure('not-entered');
  return visit;
}

export const doorHandlers = {
  readDoor: ({ school, params, visit, person }) =>
    guestDoor(school, findDoor(school.db, params.token), visit, person),

  enterDoor({ school, params, body, request, response, person }) {
    const door = findDoor(school.db, params.token);
    requireOpenDoor(school, door);
    const token = beginVisit(school, door, body, placeOf(request.ip));
    setCookie(request, response, visitCookie, token);
    return guestDoor(school, door, findVisit(school, token), person);
  },

  confirmVisit({ school, params, body, visit, person }) {
    const door = findDoor(school.db, params.token);
    const here = requireVisit(visit, door);
    confirmVisit(school, here, body.code);
    return guestDoor(school, door, { ...here, confirmedAt: school.now() }, person);
  },

  // Nothing is asked of whoever leaves: somebody who is not there any more has left.
  leaveDoor({ school, params, visit, request, response, person }) {
    const door = findDoor(school.db, params.token);
    if (visit?.doorId === door.id) endVisit(school, visit.id);
    setCookie(request, response, visitCookie, null);
    return guestDoor(school, door, null, person);
  },

  deliver({ school, params, body, visit, person }) {
    const door = findDoor(school.db, params.token);
    const here = requireVisit(visit, door);
    deliver(school, door, here, body);
    return guestDoor(school, door, here, person);
  },

  listDoors: ({ school, params }) => listDoors(school, params.courseId),
  makeDoor(call) {
    const { school, params, body } = call;
    return { id: writeDoor(school, caller(call).id, params.courseId, null, body) };
  },
  changeDoor(call) {
    const { school, params, body } = call;
    writeDoor(school, caller(call).id, courseOfDoor(school.db, params.doorId), params.doorId, body);
    return {};
  },
  shutDoor(call) {
    setDoorShut(call.school, caller(call).id, call.params.doorId, true);
    return {};
  },
  openDoor(call) {
    setDoorShut(call.school, caller(call).id, call.params.doorId, false);
    return {};
  },

  listDeliveries: ({ school, params, query }) => listDeliveries(school, params.courseId, query.after),
  placeDelivery(call) {
    const { school, params, body } = call;
    const submissionId = placeDelivery(
      school,
      caller(call).id,
      params.deliveryId,
      body.studentId,
      body.assignmentId,
    );
    return { submissionId };
  },
  turnAway(call) {
    turnAway(call.school, caller(call).id, call.params.deliveryId);
    return {};
  },
} satisfies Partial<JsonHandlers>;

async function sendDelivered({ school, params, query, response }: Call<'readDelivered'>): Promise<void> {
  const file = findDelivered(school.db, params.deliveryId, params.uploadId);
  await sendKept(school, file, query.download !== undefined, response);
}

/** A guest's proof of what they handed in last. */
function sendDeliveryReceipt({ school, params, visit, response }: Call<'readDeliveryReceipt'>): void {
  const door = findDoor(school.db, params.token);
  const { delivered } = visitOf(school, requireVisit(visit, door));
  if (!delivered) throw new Failure('nothing-in');
  sendReceiptFile(
    response,
    `Receipt ${door.assignmentTitle ?? door.courseTitle}`,
    makeReceiptOfLine(school, delivered.line),
  );
}

export const doorStreams = {
  readDelivered: sendDelivered,
  readDeliveryReceipt: sendDeliveryReceipt,
} satisfies Partial<StreamHandlers>;
