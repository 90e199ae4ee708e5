import { expect, test } from '@jest/globals';
import type { AssignmentId, CommentId, Instant, PersonId, PieceId, Sha256 } from '../../ids';
import { sha256Hex } from '../../ledger/tree';
import type { SubmissionId } from '../../ids';
import { annotationCollection, nameOfBytes, type Assessed, type Said } from './annotations';
import { selectorsOf } from './selectors';

const said = (over: Partial<Said>): Said => ({
  id: 'k_1' as CommentId,
  by: 'p_1' as PersonId,
  at: '2026-11-24T10:00:00.000Z' as Instant,
  editedAt: null,
  text: 'Which gauge?\nSay the post.',
  spoken: null,
  stamp: null,
  pieces: ['q_1' as PieceId],
  selectors: [],
  answers: null,
  ...over,
});
const itemOf = (one: Said) => annotationCollection('a_1' as AssignmentId, 'Log', [one], []).first.items[0]!;

test('is a collection with its annotations on one page', () => {
  const collection = annotationCollection(
    'a_1' as AssignmentId,
    'Stream gauge log',
    [said({}), said({})],
    [],
  );
  expect(collection).toMatchObject({
    '@context': 'http://www.w3.org/ns/anno.jsonld',
    type: 'AnnotationCollection',
    label: 'Stream gauge log',
    total: 2,
    first: { type: 'AnnotationPage', startIndex: 0 },
  });
  expect(collection.first.items).toHaveLength(2);
});

test('what is said at a place has its selector, the finer within the coarser', () => {
  const area = selectorsOf({ kind: 'area', x: 10, y: 20, w: 30, h: 40, page: 2 }, false);
  expect(itemOf(said({ selectors: area }))).toEqual({
    id: 'urn:vestibul:comment:k_1',
    type: 'Annotation',
    motivation: 'commenting',
    creator: 'urn:vestibul:person:p_1',
    created: '2026-11-24T10:00:00.000Z',
    body: { type: 'TextualBody', value: 'Which gauge?\nSay the post.', format: 'text/plain' },
    target: {
      source: 'urn:vestibul:piece:q_1',
      selector: {
        type: 'FragmentSelector',
        conformsTo: 'http://tools.ietf.org/rfc/rfc8118',
        value: 'page=2',
        refinedBy: {
          type: 'FragmentSelector',
          conformsTo: 'http://www.w3.org/TR/media-frags/',
          value: 'xywh=percent:10,20,30,40',
        },
      },
    },
  });
});

test('what is said of the whole has each piece as a target, and a change has its time', () => {
  const whole = itemOf(
    said({
      pieces: ['q_1' as PieceId, 'q_2' as PieceId],
      editedAt: '2026-11-25T10:00:00.000Z' as Instant,
    }),
  );
  expect(whole.target).toEqual([{ source: 'urn:vestibul:piece:q_1' }, { source: 'urn:vestibul:piece:q_2' }]);
  expect(whole.modified).toBe('2026-11-25T10:00:00.000Z');
});

test('an answer replies to the annotation that it answers', () => {
  // W3C Web Annotation Data Model, section 3.3.5: 'replying' is a motivation; an annotation may be a target (section 3.2.1).
  expect(itemOf(said({ id: 'k_2' as CommentId, answers: 'k_1' as CommentId }))).toMatchObject({
    motivation: 'replying',
    target: 'urn:vestibul:comment:k_1',
  });
});

test('what was spoken is a sound beside its words, or alone', () => {
  // W3C Web Annotation Data Model, section 3.2.1: a body may be a resource of its own, with its class and its format.
  const spoken = { sha256: 'a'.repeat(64) as Sha256, mime: 'audio/webm' };
  const sound = { id: nameOfBytes(spoken.sha256), type: 'Sound', format: 'audio/webm' };
  expect(itemOf(said({ text: 'Listen.', spoken })).body).toEqual([
    { type: 'TextualBody', value: 'Listen.', format: 'text/plain' },
    sound,
  ]);
  expect(itemOf(said({ text: '', spoken })).body).toEqual(sound);
});

test('bytes are named by their hash as RFC 6920 does in its example', () => {
  // RFC 6920, section 8.1: "Hello World!".
  const hello = sha256Hex('Hello World!');
  expect(nameOfBytes(hello)).toBe('ni:///sha-256;f4OxZX_x_FO5LcGBSKHWXfwtSx-j1ncoSt3SABJtkGk');
});

test('a stamp says what it is beside its words', () => {
  // W3C Web Annotation Data Model, section 3.3.5: an annotation may have several bodies, each with its own purpose.
  expect(itemOf(said({ text: 'Well seen.', stamp: 'well seen' })).body).toEqual([
    { type: 'TextualBody', value: 'Well seen.', format: 'text/plain' },
    { type: 'TextualBody', value: 'well seen', format: 'text/plain', purpose: 'tagging' },
  ]);
});

test('what was given is an assessment, level by level and altogether', () => {
  // W3C Web Annotation Data Model, section 3.3.5: 'assessing' is a motivation.
  const level = (title: string, points: number) => ({ title, points, says: '' });
  const assessed: Assessed = {
    submissionId: 's_1' as SubmissionId,
    attempt: 2,
    by: 'p_1' as PersonId,
    at: '2026-11-24T10:00:00.000Z' as Instant,
    scoring: {
      kind: 'rubric',
      criteria: [
        { title: 'What you saw', levels: [level('vivid', 4), level('thin', 1)] },
        { title: 'Readings', levels: [level('complete', 4), level('some', 2)] },
      ],
    },
    given: { kind: 'rubric', levels: [0, 1] },
    pieces: ['q_1' as PieceId],
  };
  const of = (over: Partial<Assessed>) =>
    annotationCollection('a_1' as AssignmentId, 'Log', [], [{ ...assessed, ...over }]).first.items[0]!;
  const line = (value: string) => ({ type: 'TextualBody', value, format: 'text/plain' });
  expect(of({})).toEqual({
    id: 'urn:vestibul:score:s_1:2',
    type: 'Annotation',
    motivation: 'assessing',
    creator: 'urn:vestibul:person:p_1',
    created: '2026-11-24T10:00:00.000Z',
    body: [line('What you saw: vivid (4)'), line('Readings: some (2)'), line('6 of 8')],
    target: { source: 'urn:vestibul:piece:q_1' },
  });
  // Judged in part, it has no sum; shown in class, it has no file.
  expect(of({ given: { kind: 'rubric', levels: [null, 0] }, pieces: [] })).toMatchObject({
    body: line('Readings: complete (4)'),
    target: 'urn:vestibul:submission:s_1',
  });
  const points = { scoring: { kind: 'points', most: 10 }, given: { kind: 'points', points: 7.5 } } as const;
  expect(of(points).body).toEqual(line('7.5 of 10'));
});
