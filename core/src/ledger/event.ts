import type {
  AssignmentId,
  BlankId,
  CopyId,
  CourseId,
  DeliveryId,
  DoorId,
  EventId,
  FileId,
  FolderId,
  GroupId,
  Instant,
  PeriodId,
  PersonId,
  PieceId,
  PileId,
  PilePieceId,
  Sha256,
  SubmissionId,
  TermId,
  YearId,
} from '../ids';
import type { Afterwards } from '../access/roles';
import type { OffRule } from '../naming/atDoor';
import type { NameSubject } from '../naming/checkRule';
import type { LateCounts } from '../deadline/lateness';
import type { Counting } from '../submissions/countingAttempt';
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

/** What is written of an attempt. */
interface AttemptSealed {
  attempt: number;
  pieces: number;
  lateMs: number;
  due: Instant | null;
  /** The bytes of each piece, in their order, so that a receipt of this line proves them. */
  sealed: Sha256[];
  /** Of what came by a side door. */
  delivery?: DeliveryId;
  pile?: PileId;
  /** When it was turned in, where it was written down later: out of a pile, or from a side door. */
  turnedInAt?: Instant;
  /** Of what was shown in class: its one piece is what the staff wrote down of it. */
  inClass?: true;
}

/** What an assignment asks and allows, as it is from this line on. */
interface AssignmentFacts {
  dues: { period: PeriodId; due: Instant }[];
  graceMinutes: number;
  lateCounts: LateCounts;
  counting: Counting;
  /** What students see of each other's pieces. */
  afterwards: Afterwards;
  held: boolean;
  offRule: OffRule | null;
  groups: GroupId[];
  /** Title, short name, unit and directions; and what is accepted, recorded and scored. */
  textsSha256: Sha256;
  asksSha256: Sha256;
}

/** For whom a side door is, and when. */
interface DoorFacts {
  door: DoorId;
  domainsSha256: Sha256;
  opensAt: Instant | null;
  closesAt: Instant | null;
}

/**
 * The facts of each kind of line. Names, addresses and the words of comments are never among them: people are
 * opaque ids and texts are told by their SHA-256, so that a person's data can be erased and the record still holds.
 */
export interface EventFacts {
  'school opened': { zone: string };
  'school changed': { nameSha256: Sha256; language: string };
  'person added': { standing: string };
  'person renamed': { nameSha256: Sha256 };
  'contact changed': { contactSha256: Sha256 };
  'link made': Record<string, never>;
  'password set': Record<string, never>;
  'signed out everywhere': { sessions: number };
  'account closed': Record<string, never>;
  'account opened': Record<string, never>;
  'office asked': { for: 'change' | 'link'; wishSha256?: Sha256 };
  'office answered': { granted: boolean };
  'year made': { startsOn: string; endsOn: string };
  'year changed': { startsOn: string; endsOn: string };
  'term made': { term: TermId; startsOn: string; endsOn: string };
  'term changed': { term: TermId; startsOn: string; endsOn: string };
  'term removed': { term: TermId };
  'course made': { owner: PersonId };
  'course changed': { titleSha256: Sha256 };
  'course begun anew': { from: CourseId };
  'course given': { from: PersonId; to: PersonId };
  'staff added': { role: string };
  'staff changed': { role: string };
  'staff removed': { role: string };
  'period made': { number: number };
  'period changed': { number: number };
  'list applied': { sha256: Sha256; changes: number };
  joined: { list: boolean };
  left: { list: boolean };
  'came back': { list: boolean };
  moved: { from: PeriodId; to: PeriodId; list: boolean };
  'group made': { group: GroupId };
  'group changed': { group: GroupId };
  'group removed': { group: GroupId };
  grouped: { group: GroupId | null };
  'rule set': { for: NameSubject; ruleSha256: Sha256 };
  'off-rule set': { offRule: OffRule };
  'folder made': { nameSha256: Sha256; owner: PersonId };
  renamed: { of: 'folder' | 'piece'; was: Sha256; is: Sha256 };
  'blank kept': { blank: BlankId; version: number; sha256: Sha256; bytes: number };
  'blank put away': { blank: BlankId };
  'assignment made': AssignmentFacts;
  'assignment changed': AssignmentFacts;
  'assignment copied': { from: AssignmentId };
  'assignment published': { visibleAt: Instant | null };
  'assignment dropped': Record<string, never>;
  'due moved': { due: Instant | null; excused: boolean };
  /** Of what was in when its due time, the grace or a student's own time changed. */
  'lateness changed': {
    attempt: number;
    due: Instant | null;
    lateMs: number;
    was: { due: Instant | null; lateMs: number };
  };
  'hand-out ordered': { blank: BlankId };
  'handed out': {
    blank: BlankId;
    version: number;
    copy: CopyId;
    file: FileId;
    sha256: Sha256;
    owner: PersonId;
    nameSha256: Sha256;
  };
  'side door made': DoorFacts;
  'side door changed': DoorFacts;
  'side door shut': { door: DoorId };
  'side door opened': { door: DoorId };
  /** What somebody without an account handed in. Who that is stands nowhere until a person of the staff says so. */
  'came by side door': { door: DoorId; delivery: DeliveryId; pieces: number; sealed: Sha256[] };
  'turned away': { delivery: DeliveryId };
  /** What was placed or turned away waits again for somebody to say whose it is. */
  'waits again': { delivery: DeliveryId };
  'pile brought': { pile: PileId };
  'pile stopped': { pile: PileId };
  'came in pile': {
    pile: PileId;
    pilePiece: PilePieceId;
    sha256: Sha256;
    bytes: number;
    nameSha256: Sha256;
  };
  /** Words in names, and whom they mean from now on (about.student); null is nobody any more. */
  'words learned': { wordsSha256: Sha256 };
  'words forgotten': { wordsSha256: Sha256 };
  'set aside': { pilePiece: PilePieceId; as: 'to sort' | 'later' | 'not ours' };
  'placing undone': { attempt: number };
  /** A letter to a student with nothing in; its words are nowhere kept. */
  reminded: Record<string, never>;
  'turned in': AttemptSealed;
  /** To an attempt out of the same pile: all of it as it is then. */
  'pieces added': AttemptSealed;
  'piece placed': {
    attempt: number;
    n: number;
    sha256: Sha256;
    bytes: number;
    /** `outside` of a link: its bytes are not ours. */
    owner: PersonId | 'outside';
    nameSha256: Sha256;
    originalNameSha256: Sha256;
    /** When its way here began and when all of it was safe. */
    startedAt: Instant;
    uploadedAt: Instant;
  };
  'taken back': { attempt: number };
  'sent back': { attempt: number; textSha256: Sha256 };
  drifted: { sealed: Sha256; now: Sha256; owner: PersonId };
  /** Its owner has put their file into the trash, or out of it; the sealed copy stays. */
  'file deleted': { sealed: Sha256; owner: PersonId };
  'file restored': { sealed: Sha256; owner: PersonId };
  /** The school has taken a copy of a piece into its keeping, as a file of its own; and gives that up again. */
  kept: { sealed: Sha256; owner: 'school'; whySha256: Sha256 };
  'keeping ended': { sealed: Sha256 };
  seen: { attempt: number };
  approved: { attempt: number };
  /** Of a piece where it is said at a place of one. */
  commented: { textSha256: Sha256; attempt: number };
  'comment changed': { textSha256: Sha256; wasSha256: Sha256 };
  'comment removed': { textSha256: Sha256 };
  /** What a comment was answered with, by its student or the staff; and that it is done with, or not any more. */
  answered: { textSha256: Sha256; attempt: number };
  'comment done': { textSha256: Sha256; attempt: number };
  'comment opened': { textSha256: Sha256; attempt: number };
  /** Its student has read what came back. */
  read: { attempt: number };
  /** Comments for reuse, somebody's own or the course's. */
  'phrase kept': { textSha256: Sha256 };
  'phrase changed': { textSha256: Sha256 };
  'phrase removed': { textSha256: Sha256 };
  /** What the staff say among themselves, and that it was removed again. */
  noted: { textSha256: Sha256; attempt: number };
  'note removed': { textSha256: Sha256 };
  /** What was given, and that it was taken away again; the points themselves can be erased, the ledger cannot. */
  scored: { attempt: number; givenSha256: Sha256 };
  'score removed': { attempt: number };
  /** After it was handed back. */
  'score changed': { attempt: number; givenSha256: Sha256; whySha256: Sha256 };
  reviewed: { attempt: number };
  'review withdrawn': { attempt: number };
  'handed back': { attempt: number };
  /** For a moment to come, and that it is not to be any more. */
  'hand-back planned': { attempt: number; planned: Instant };
  'hand-back called off': { attempt: number };
  'taken back into review': { attempt: number };
}

export type EventKind = keyof EventFacts;

/** All kinds, in the order in which they happen in a year. The record makes it an error to leave one out. */
export const eventKinds = Object.keys({
  'school opened': true,
  'school changed': true,
  'person added': true,
  'person renamed': true,
  'contact changed': true,
  'link made': true,
  'password set': true,
  'signed out everywhere': true,
  'account closed': true,
  'account opened': true,
  'office asked': true,
  'office answered': true,
  'year made': true,
  'year changed': true,
  'term made': true,
  'term changed': true,
  'term removed': true,
  'course made': true,
  'course changed': true,
  'course begun anew': true,
  'course given': true,
  'staff added': true,
  'staff changed': true,
  'staff removed': true,
  'period made': true,
  'period changed': true,
  'list applied': true,
  joined: true,
  left: true,
  'came back': true,
  moved: true,
  'group made': true,
  'group changed': true,
  'group removed': true,
  grouped: true,
  'rule set': true,
  'off-rule set': true,
  'folder made': true,
  renamed: true,
  'blank kept': true,
  'blank put away': true,
  'assignment made': true,
  'assignment changed': true,
  'assignment copied': true,
  'assignment published': true,
  'assignment dropped': true,
  'due moved': true,
  'lateness changed': true,
  'hand-out ordered': true,
  'handed out': true,
  'side door made': true,
  'side door changed': true,
  'side door shut': true,
  'side door opened': true,
  'came by side door': true,
  'turned away': true,
  'waits again': true,
  'pile brought': true,
  'pile stopped': true,
  'came in pile': true,
  'words learned': true,
  'words forgotten': true,
  'set aside': true,
  'placing undone': true,
  reminded: true,
  'turned in': true,
  'pieces added': true,
  'piece placed': true,
  'taken back': true,
  'sent back': true,
  drifted: true,
  'file deleted': true,
  'file restored': true,
  kept: true,
  'keeping ended': true,
  seen: true,
  approved: true,
  commented: true,
  'comment changed': true,
  'comment removed': true,
  answered: true,
  'comment done': true,
  'comment opened': true,
  read: true,
  'phrase kept': true,
  'phrase changed': true,
  'phrase removed': true,
  noted: true,
  'note removed': true,
  scored: true,
  'score removed': true,
  'score changed': true,
  reviewed: true,
  'review withdrawn': true,
  'handed back': true,
  'hand-back planned': true,
  'hand-back called off': true,
  'taken back into review': true,
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
