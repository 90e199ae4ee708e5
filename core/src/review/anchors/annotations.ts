import type { AssignmentId, CommentId, Instant, PersonId, PieceId } from '../../ids';
import type { Stamp } from '../stamps';
import type { Selector } from './selectors';

/** Something said of work, as other programs are given it: people are opaque ids. */
export interface Said {
  id: CommentId;
  by: PersonId;
  at: Instant;
  editedAt: Instant | null;
  text: string;
  /** The drawing that goes with it. */
  stamp: Stamp | null;
  /** The pieces that it is said of: one where it is said at a place. */
  pieces: readonly PieceId[];
  /** Where in that piece; empty where it is said of the whole. */
  selectors: readonly Selector[];
  /** The comment that it answers; null where it answers none. */
  answers: CommentId | null;
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

/** A Web Annotation (W3C Recommendation of 23 February 2017, section 3) of something said. */
export interface Annotation {
  id: string;
  type: 'Annotation';
  motivation: 'commenting' | 'replying';
  creator: string;
  created: Instant;
  modified?: Instant;
  body: TextualBody | readonly TextualBody[];
  /** Of an answer the annotation that it answers. */
  target: string | Target | readonly Target[];
}

/** A Web Annotation Collection (section 5) of what was said of an assignment's work, all on one page, in the order given. */
export function annotationCollection(assignment: AssignmentId, label: string, said: readonly Said[]) {
  const id = `urn:vestibul:assignment:${assignment}:annotations`;
  return {
    '@context': 'http://www.w3.org/ns/anno.jsonld',
    id,
    type: 'AnnotationCollection',
    label,
    total: said.length,
    first: { id: `${id}:1`, type: 'AnnotationPage', startIndex: 0, items: said.map(annotationOf) },
  } as const;
}

function annotationOf({ id, by, at, editedAt, text, stamp, pieces, selectors, answers }: Said): Annotation {
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
    body: stamp === null ? textOf(text) : [textOf(text), { ...textOf(stamp), purpose: 'tagging' }],
    target: answers === null ? oneOrAll(targets) : nameOf(answers),
  };
}

const textOf = (value: string) => ({ type: 'TextualBody', value, format: 'text/plain' }) as const;

const nameOf = (comment: CommentId) => `urn:vestibul:comment:${comment}`;

/** JSON-LD writes a list of one as the one. */
const oneOrAll = <Thing>(things: readonly Thing[]): Thing | readonly Thing[] =>
  things.length === 1 ? things[0]! : things;
