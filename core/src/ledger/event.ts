import type {
  AssignmentId,
  CourseId,
  EventId,
  FolderId,
  Instant,
  PeriodId,
  PersonId,
  PieceId,
  Sha256,
  SubmissionId,
  YearId,
} from '../ids';
import { canonical } from './canonical';

/** What a line is about; only what applies is there. */
export interface EventAbout {
  year?: YearId;
  course?: CourseId;
  period?: PeriodId;
  assignment?: AssignmentId;
  student?: PersonId;
  submission?: SubmissionId;
  piece?: PieceId;
  version?: number;
  folder?: FolderId;
  person?: PersonId;
}

/**
 * The facts of each kind of line. Names, addresses and the words of comments are never among them: people are
 * opaque ids and texts are told by their SHA-256, so that a person's data can be erased and the record still holds.
 */
export interface EventFacts {
  'school opened': { zone: string };
  'person added': { standing: string };
  'year made': { startsOn: string; endsOn: string };
  'course made': { owner: PersonId };
  'staff added': { role: string };
  'period made': { number: number };
  joined: { list: boolean };
  'rule set': { for: 'folder' | 'file'; ruleSha256: Sha256 };
  'folder made': { nameSha256: Sha256; owner: PersonId };
  'assignment made': { dues: { period: PeriodId; due: Instant }[] };
  'assignment changed': { dues: { period: PeriodId; due: Instant }[] };
  'turned in': { attempt: number; pieces: number; lateMs: number; due: Instant | null };
  'piece placed': {
    attempt: number;
    n: number;
    sha256: Sha256;
    bytes: number;
    owner: PersonId;
    nameSha256: Sha256;
    originalNameSha256: Sha256;
    uploadedAt: Instant;
  };
  drifted: { sealed: Sha256; now: Sha256; owner: PersonId };
  seen: { attempt: number };
  commented: { textSha256: Sha256; attempt: number };
  reviewed: { attempt: number };
  'review withdrawn': { attempt: number };
  'handed back': { attempt: number };
}

export type EventKind = keyof EventFacts;

/** All kinds, in the order in which they happen in a year. The record makes it an error to leave one out. */
export const eventKinds = Object.keys({
  'school opened': true,
  'person added': true,
  'year made': true,
  'course made': true,
  'staff added': true,
  'period made': true,
  joined: true,
  'rule set': true,
  'folder made': true,
  'assignment made': true,
  'assignment changed': true,
  'turned in': true,
  'piece placed': true,
  drifted: true,
  seen: true,
  commented: true,
  reviewed: true,
  'review withdrawn': true,
  'handed back': true,
} satisfies Record<EventKind, true>) as EventKind[];

/** One line of the ledger. `by` is who did it, or `system`. */
export type LedgerEvent = {
  [Kind in EventKind]: {
    id: EventId;
    at: Instant;
    by: PersonId | 'system';
    kind: Kind;
    about: EventAbout;
    facts: EventFacts[Kind];
  };
}[EventKind];

/** The bytes of a line that the record is computed over (RFC 8785). */
export function canonicalEvent(event: LedgerEvent): string {
  const { id, at, by, kind, about, facts } = event;
  return canonical({ id, at, by, kind, about: { ...about }, facts: { ...facts } });
}
