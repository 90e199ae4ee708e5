import { hexToBytes } from '@noble/hashes/utils.js';
import type { AssignmentId, CommentId, Instant, PersonId, PieceId, Sha256, SubmissionId } from '../../ids';
import { levelsOf, pointsOf, type Given } from '../score';
import { mostPoints, type Scoring } from '../scoring';
import type { Stamp } from '../stamps';
import type { Selector } from './selectors';

/** Something said of work, as other programs are given it: people are opaque ids. */
export interface Said {
  id: CommentId;
  by: PersonId;
  at: Instant;
  editedAt: Instant | null;
  /** Empty where it is only spoken. */
  text: string;
  /** What was spoken, by its bytes and their type. */
  spoken: { sha256: Sha256; mime: string } | null;
  /** The drawing that goes with it. */
  stamp: Stamp | null;
  /** The pieces that it is said of: one where it is said at a place. */
  pieces: readonly PieceId[];
  /** Where in that piece; empty where it is said of the whole. */
  selectors: readonly Selector[];
  /** The comment that it answers; null where it answers none. */
  answers: CommentId | null;
}

/** What stands as given for an attempt, as other programs are given it: before any rule for lateness. */
export interface Assessed {
  submissionId: SubmissionId;
  attempt: number;
  by: PersonId;
  at: Instant;
  scoring: Scoring;
  given: Given;
  /** Those of the attempt; none of what was shown in class. */
  pieces: readonly PieceId[];
}

interface Target {
  source: string;
  selector?: Selector | readonly Selector[];
}

interface TextualBody {
  type: 'TextualBody';
  value: string;
  format: 'text/plain';
  /** Of a stamp what it is, beside what it says (section 3.3.5). */
  purpose?: 'tagging';
}

/** What was spoken (section 3.2.1), by the name of its bytes. */
interface SoundBody {
  id: string;
  type: 'Sound';
  format: string;
}

type Body = TextualBody | SoundBody;

/** A Web Annotation (W3C Recommendation of 23 February 2017, section 3) of something said. */
export interface Annotation {
  id: string;
  type: 'Annotation';
  motivation: 'commenting' | 'replying' | 'assessing';
  creator: string;
  created: Instant;
  modified?: Instant;
  body: Body | readonly Body[];
  /** Of an answer the annotation that it answers; of a score without a file the submission. */
  target: string | Target | readonly Target[];
}

/**
 * A Web Annotation Collection (section 5) of what was said of an assignment's work, and then of what was given for it, all on
 * one page, each in the order given.
 */
export function annotationCollection(
  assignment: AssignmentId,
  label: string,
  said: readonly Said[],
  assessed: readonly Assessed[],
) {
  const items = [...said.map(annotationOf), ...assessed.map(assessmentOf)];
  const id = `urn:vestibul:assignment:${assignment}:annotations`;
  return {
    '@context': 'http://www.w3.org/ns/anno.jsonld',
    id,
    type: 'AnnotationCollection',
    label,
    total: items.length,
    first: { id: `${id}:1`, type: 'AnnotationPage', startIndex: 0, items },
  } as const;
}

function annotationOf({ id, by, at, editedAt, pieces, selectors, answers, ...said }: Said): Annotation {
  const targets = pieces.map((piece) => ({
    source: `urn:vestibul:piece:${piece}`,
    ...(selectors.length === 0 ? {} : { selector: oneOrAll(selectors) }),
  }));
  return {
    id: nameOf(id),
    type: 'Annotation',
    // Section 3.3.5: 'replying' to another annotation, which is what it is then about.
    motivation: answers === null ? 'commenting' : 'replying',
    creator: `urn:vestibul:person:${by}`,
    created: at,
    ...(editedAt === null ? {} : { modified: editedAt }),
    body: oneOrAll(bodiesOf(said)),
    target: answers === null ? oneOrAll(targets) : nameOf(answers),
  };
}

/** Section 3.3.5: 'assessing', where the body says how what it is about was judged. */
function assessmentOf({ submissionId, attempt, by, at, scoring, given, pieces }: Assessed): Annotation {
  const of = `urn:vestibul:submission:${submissionId}`;
  return {
    id: `urn:vestibul:score:${submissionId}:${attempt}`,
    type: 'Annotation',
    motivation: 'assessing',
    creator: `urn:vestibul:person:${by}`,
    created: at,
    body: oneOrAll(linesOfScore(scoring, given).map(textOf)),
    target:
      pieces.length === 0 ? of : oneOrAll(pieces.map((piece) => ({ source: `urn:vestibul:piece:${piece}` }))),
  };
}

/** What was given in words: each level that is reached, and what is reached altogether once all is judged. */
function linesOfScore(scoring: Scoring, given: Given): string[] {
  const points = pointsOf(scoring, given);
  const sum = points === null ? [] : [`${points} of ${mostPoints(scoring)}`];
  if (scoring.kind !== 'rubric') return sum;
  const levels = levelsOf(scoring.criteria, given).flatMap((level, i) => {
    const { title, levels: all } = scoring.criteria[i]!;
    const reached = level === null ? undefined : all[level];
    return reached ? [`${title}: ${reached.title} (${reached.points})`] : [];
  });
  return [...levels, ...sum];
}

function bodiesOf({ text, spoken, stamp }: Pick<Said, 'text' | 'spoken' | 'stamp'>): readonly Body[] {
  return [
    ...(text === '' ? [] : [textOf(text)]),
    ...(spoken ? [{ id: nameOfBytes(spoken.sha256), type: 'Sound' as const, format: spoken.mime }] : []),
    ...(stamp ? [{ ...textOf(stamp), purpose: 'tagging' as const }] : []),
  ];
}

/** The name of bytes by their hash (RFC 6920, section 3). */
export const nameOfBytes = (sha256: Sha256): string => {
  const base64 = btoa(String.fromCharCode(...hexToBytes(sha256)));
  return `ni:///sha-256;${base64.replaceAll('+', '-').replaceAll('/', '_').replace(/=+$/, '')}`;
};

const textOf = (value: string) => ({ type: 'TextualBody', value, format: 'text/plain' }) as const;

const nameOf = (comment: CommentId) => `urn:vestibul:comment:${comment}`;

/** JSON-LD writes a list of one as the one. */
const oneOrAll = <Thing>(things: readonly Thing[]): Thing | readonly Thing[] =>
  things.length === 1 ? things[0]! : things;
