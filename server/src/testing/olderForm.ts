import SQLite from 'better-sqlite3';
import type { TestSchool } from './TestSchool';

/** What undoes each migration, as far as what was written in the form before can be read back from it. */
const undo: Record<number, string> = {
  14: `ALTER TABLE attempt DROP COLUMN reviewed_at; ALTER TABLE attempt DROP COLUMN handed_back_at;
    ALTER TABLE attempt DROP COLUMN taken_back_key`,
  15: 'ALTER TABLE comment DROP COLUMN shown_at',
  16: 'ALTER TABLE attempt DROP COLUMN undone_at',
  17: 'DROP TABLE renaming_work',
  18: 'DROP INDEX trouble_by_kind',
  19: 'ALTER TABLE upload DROP COLUMN writer; ALTER TABLE upload DROP COLUMN writer_nth',
  20: 'DROP INDEX package_by_applied; ALTER TABLE package DROP COLUMN base_id',
  21: 'DROP INDEX event_of_entry',
  22: `DROP INDEX person_by_letters_token;
    ALTER TABLE person DROP COLUMN return_letters; ALTER TABLE person DROP COLUMN letters_token;
    ALTER TABLE letter DROP COLUMN reply_name; ALTER TABLE letter DROP COLUMN reply_address;
    ALTER TABLE letter DROP COLUMN stop_address`,
  23: `CREATE TABLE staff_then AS SELECT course_id, person_id, role FROM course_staff;
    DROP VIEW course_staff; DROP TABLE on_staff;
    CREATE TABLE course_staff (course_id TEXT NOT NULL, person_id TEXT NOT NULL, role TEXT NOT NULL,
      PRIMARY KEY (course_id, person_id)) STRICT, WITHOUT ROWID;
    INSERT INTO course_staff SELECT * FROM staff_then; DROP TABLE staff_then;
    CREATE TABLE enrolment_then AS SELECT * FROM enrolment;
    DROP VIEW enrolment; DROP TABLE seat;
    CREATE TABLE enrolment (course_id TEXT NOT NULL, student_id TEXT NOT NULL, period_id TEXT NOT NULL, group_id TEXT,
      joined_at TEXT NOT NULL, left_at TEXT, PRIMARY KEY (course_id, student_id)) STRICT, WITHOUT ROWID;
    INSERT INTO enrolment SELECT * FROM enrolment_then; DROP TABLE enrolment_then;
    CREATE TABLE absence (course_id TEXT NOT NULL)`,
  24: `ALTER TABLE file ADD COLUMN owner_id TEXT;
    UPDATE file SET owner_id = (SELECT o.owner_id FROM ownership o WHERE o.file_id = file.id AND o.until_at IS NULL);
    DROP TABLE ownership`,
  25: 'DROP TABLE hand_back_due',
  26: 'DROP INDEX person_by_shown_name',
  27: 'DROP INDEX person_by_username',
  28: 'DROP INDEX event_by_time',
  29: 'ALTER TABLE submission DROP COLUMN drifted',
  30: 'DROP TABLE note',
  31: 'DROP TABLE score; ALTER TABLE submission DROP COLUMN points',
  32: 'ALTER TABLE comment DROP COLUMN attempt; ALTER TABLE note DROP COLUMN attempt',
  33: 'ALTER TABLE score DROP COLUMN why',
  34: `ALTER TABLE comment DROP COLUMN piece_id; ALTER TABLE comment DROP COLUMN selectors;
    ALTER TABLE comment DROP COLUMN edited_at`,
  35: 'DROP TABLE phrase',
  36: 'ALTER TABLE hand_back_due DROP COLUMN planned',
  37: `ALTER TABLE assignment DROP COLUMN late_rule; ALTER TABLE assignment DROP COLUMN weight;
    ALTER TABLE score DROP COLUMN late_rule`,
  38: `DROP INDEX comment_by_answered; ALTER TABLE comment DROP COLUMN answers_id; ALTER TABLE comment DROP COLUMN done_at;
    ALTER TABLE submission DROP COLUMN read_until; ALTER TABLE submission DROP COLUMN answers`,
  39: 'ALTER TABLE comment DROP COLUMN stamp',
  40: 'ALTER TABLE submission DROP COLUMN worked_on_by',
  41: `DROP INDEX comment_by_spoken; ALTER TABLE comment DROP COLUMN spoken_id; ALTER TABLE comment DROP COLUMN spoken_seconds;
    ALTER TABLE upload DROP COLUMN submission_id`,
  42: 'DROP INDEX upload_spoken_unsaved',
  43: 'DROP TABLE progress',
  44: 'DROP TABLE inside; DROP TABLE alike',
  45: `DROP INDEX person_with_weekly_letter; ALTER TABLE person DROP COLUMN weekly_letter;
    ALTER TABLE person DROP COLUMN weekly_on`,
  46: 'DROP TABLE file_past',
  47: 'DROP TABLE trash_past',
  48: 'DROP TABLE kept',
};

/** Ends a school's server, and starts it on its database as an earlier version would have left it. */
export async function startFromForm(school: TestSchool, form: number): Promise<void> {
  await school.running.close();
  const db = new SQLite(`${school.folder}/vestibul.sqlite`);
  toOlderForm(db, form);
  db.close();
  await school.start();
}

/** Brings a school's database back to the form that an earlier version left, with the facts that it held then. */
function toOlderForm(db: SQLite.Database, form: number): void {
  db.function('without_marks', (text) => String(text));
  db.pragma('foreign_keys = OFF');
  const now = db.pragma('user_version', { simple: true }) as number;
  for (let number = now; number > form; number -= 1) {
    const sql = undo[number];
    if (sql === undefined) throw new Error(`nothing undoes migration ${number}`);
    db.exec(sql);
  }
  db.pragma(`user_version = ${form}`);
}
