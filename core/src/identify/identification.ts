import type { NameValues } from '../naming/writeName';
import type { NamedElsewhere, PersonElsewhere } from './elsewhere';
import type { NamePart } from './nameParts';

/** What identification knows of a course. */
export interface IdentifyCourse<Person extends string = string, Work extends string = string> {
  students: readonly { id: Person; values: NameValues }[];
  /** Each with the titles it goes by. */
  assignments: readonly { id: Work; titles: readonly string[] }[];
  /** Texts of the course itself, its code, year and teacher: their words tell nobody. */
  courseTexts: readonly string[];
  /** What the teacher decided before: these words are this student. */
  decided?: readonly { words: string; student: Person }[];
  /** Whom the school knows besides: people of other courses and other years, and staff. */
  elsewhere?: readonly PersonElsewhere[];
}

/** That something says whose a piece is: one of these, or (nobody) a person who is not on the roster. */
export interface Claim<Person extends string = string> {
  who: readonly Person[];
  /** Where it says so: in the owner's place of its text, as a folder, or as an account that made or changed it. */
  from: 'owner' | 'folder' | 'account' | 'changed by';
  /** The same as a sentence, and whom it speaks for where that is somebody else: a partner is named, and is no owner. */
  says: string;
  speaksFor?: readonly Person[];
  /** Whether the text is the name of a student of another course: then a folder's name, too, is somebody's. */
  isElsewhere?: boolean;
}

/** What speaks for one of several answers that do not fit together; `student` null: for somebody who is not on the roster. */
export interface Side<Person extends string = string> {
  student: Person | null;
  says: string[];
}

/** Evidence beside the name of one piece, in bits for each student and assignment (`weighBeside`). */
export interface ExtraBits<Person extends string = string, Work extends string = string> {
  students: ReadonlyMap<Person, number>;
  /** For every student who is not in `students`. */
  otherStudents: number;
  assignments: ReadonlyMap<Work, number>;
  /** What says by itself whose it is: what goes against one of them is asked about. */
  claims?: readonly Claim<Person>[];
  /** Groups who are named as those who did it together. */
  together?: readonly (readonly Person[])[];
}

export interface Identification<Person extends string = string, Work extends string = string> {
  /** `file`: sure enough to place without asking. `ask`: somebody must say. `none`: it tells nobody. */
  decision: 'file' | 'ask' | 'none';
  /** Whose it is, where that is sure enough; several for joint work. */
  students: Person[];
  /** The number that the name says for a period, where it says one that there is. */
  period: number | null;
  assignment: Work | null;
  /** The likeliest first, with their probability. */
  candidates: { student: Person; confidence: number }[];
  assignmentCandidates: { assignment: Work; confidence: number }[];
  /** The probability of the likeliest answer to whose it is. */
  confidence: number;
  /** The probability that it is none of them, or that its name does not say. */
  nobody: number;
  /** The name taken apart, as the best answer reads it. */
  parts: NamePart[];
  /** The words that are left for a person, as they are remembered when somebody says who it is; '' for none. */
  personWords: string;
  /** Whether the teacher decided before whom these words mean. */
  isDecided: boolean;
  /** Whether what is known of it names different people, so that it is asked about however likely one of them is. */
  isContradicted: boolean;
  /** Whether that is so because only an account says whose it is, and its name can be that of somebody who is not known. */
  isStrange: boolean;
  /** Whether its name may only mention whom it names. */
  isMention: boolean;
  /** Of a piece that is contradicted: whom anything says, and what speaks for each. */
  claimed: Person[];
  /** Whom of other courses its name names. */
  elsewhere: NamedElsewhere[];
  sides: Side<Person>[];
}

/** What a text by itself says, in bits. */
export interface TextWeight<Person extends string = string, Work extends string = string> {
  students: Map<Person, number>;
  assignments: Map<Work, number>;
  /** The period it says. */
  period: number | null;
  /** Whom it names: one, namesakes, or several together. */
  who: Person[];
  isJoint: boolean;
  /** Whether it gives both names of somebody, or what stands for both. */
  isWhole: boolean;
  /** How many words are left in it that are neither theirs nor of what a name has beside. */
  left: number;
  /** Whether it names nobody of the course and reads like the name of a person. */
  isPerson: boolean;
  /** Whether it is to, about or done with whom it names. */
  isMention: boolean;
  /** Whom of other courses it names. */
  elsewhere: NamedElsewhere[];
}

export interface Identifier<Person extends string = string, Work extends string = string> {
  /** How many students there are. */
  count: number;
  /** The assignments whose title one of these lines is and nothing else. */
  headings(lines: readonly string[]): Work[];
  /** Whose a piece is and what it is for, by its name (without its extension) and what else is known of it. */
  identify(stem: string, extra?: ExtraBits<Person, Work>): Identification<Person, Work>;
  /** The probability of every single student that a name can mean, and of nobody, for solving a pile as a whole. */
  shares(stem: string): { students: Map<Person, number>; nobody: number };
  /** What a text says for each student and each assignment, in bits, for weighing evidence beside the name. */
  weigh(text: string): TextWeight<Person, Work>;
  /** What being in a period tells, in bits for every student. */
  weighPeriod(period: number): Map<Person, number>;
}
