/** Identifiers are opaque strings; the brand keeps one kind from being passed for another. */
type Id<Kind extends string> = string & { readonly __kind: Kind };

export type PersonId = Id<'person'>;
export type YearId = Id<'year'>;
export type CourseId = Id<'course'>;
export type PeriodId = Id<'period'>;
export type FolderId = Id<'folder'>;
export type AssignmentId = Id<'assignment'>;
export type SubmissionId = Id<'submission'>;
export type PieceId = Id<'piece'>;
export type FileId = Id<'file'>;
export type UploadId = Id<'upload'>;
export type EventId = Id<'event'>;
export type TermId = Id<'term'>;
export type GroupId = Id<'group'>;
export type BlankId = Id<'blank'>;
export type PackageId = Id<'package'>;
export type CopyId = Id<'copy'>;
export type KeptId = Id<'kept'>;
export type RenamingId = Id<'renaming'>;
export type DoorId = Id<'door'>;
export type VisitId = Id<'visit'>;
export type DeliveryId = Id<'delivery'>;
export type NoteId = Id<'note'>;
export type PhraseId = Id<'phrase'>;
export type CommentId = Id<'comment'>;
export type PileId = Id<'pile'>;
export type PilePieceId = Id<'pile piece'>;
export type SessionId = Id<'session'>;
export type AccountRequestId = Id<'account request'>;
/** A moment in UTC, RFC 3339 with milliseconds, for example `2026-11-24T23:59:00.000Z`. Sorts as text. */
export type Instant = string & { readonly __kind: 'instant' };
/** A wall-clock time without zone, `yyyy-MM-ddTHH:mm`. */
export type LocalTime = string & { readonly __kind: 'local time' };
/** A day without time, `yyyy-MM-dd`. */
export type Day = string & { readonly __kind: 'day' };
/** SHA-256 in lower-case hex. */
export type Sha256 = string & { readonly __kind: 'sha256' };
