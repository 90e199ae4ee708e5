import type { Instant, PieceId } from '../../ids';
import { selectorsOf, type Selector } from './selectors';
import type { Anchor } from './anchor';

/** Something said of work, as it is given to other programs. */
export interface Said {
  id: string;
  /** An opaque id: names are not given along. */
  by: string;
  at: Instant;
  editedAt: Instant | null;
  text: string;
  pieceId: PieceId | null;
  anchor: Anchor | null;
  isPlainText: boolean;
}

/** A W3C Web Annotation (Recommendation of 23 February 2017) of something said. */
export interface Annotation {
  id: string;
  type: 'Annotation';
  motivation: 'commenting';
  creator: string;
  created: Instant;
  modified?: Instant;
  body: { type: 'TextualBody'; value: string; format: 'text/plain' };
  target: string | { source: string; selector: Selector | Selector[] };
}

/** A W3C Annotation Collection of what was said, all on one page, in the order given. */
export function annotationCollection(id: string, label: string, said: readonly Said[]) {
  return {
    '@context': 'http://www.w3.org/ns/anno.jsonld',
    id,
    type: 'AnnotationCollection',
    label,
    total: said.length,
    first: {
      id: `${id}:page:1`,
      type: 'AnnotationPage',
      startIndex: 0,
      items: said.map((one) => annotationOf(one, id)),
    },
  } as const;
}

function annotationOf(
  { id, by, at, editedAt, text, pieceId, anchor, isPlainText }: Said,
  of: string,
): Annotation {
  const source = pieceId === null ? of : `urn:vestibul:piece:${pieceId}`;
  const selectors = anchor === null ? [] : selectorsOf(anchor, isPlainText);
  return {
    id: `urn:vestibul:comment:${id}`,
    type: 'Annotation',
    motivation: 'commenting',
    creator: `urn:vestibul:person:${by}`,
    created: at,
    ...(editedAt === null ? {} : { modified: editedAt }),
    body: { type: 'TextualBody', value: text, format: 'text/plain' },
    target:
      selectors.length === 0
        ? source
        : { source, selector: selectors.length === 1 ? selectors[0]! : selectors },
  };
}
