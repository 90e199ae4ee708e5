import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { weighBeside, type Evidence } from './besideName';
import { makeIdentifier } from './identify';
import { madeStudent, makePile } from './testing/madePile';

/* Random pieces of a made class, with random things known of them: what must hold whatever they are. */
const { students } = makePile(11, 60, 0).course;
const identifier = makeIdentifier<string, string>({
  students: students.map(({ id, values }) =>
    madeStudent(String(values.last), String(values.first), Number(values.period), id),
  ),
  assignments: [{ id: 'gauge', titles: ['Stream Gauge Log'] }],
  courseTexts: [],
});
const nameOf = ({ values }: (typeof students)[number]) => `${String(values.first)} ${String(values.last)}`;

const who = fc.constantFrom(...students);
const stem = fc.oneof(
  fc.constantFrom('scan 0031', 'stream gauge log', 'untitled', 'final copy'),
  who.map((one) => `${nameOf(one)} stream gauge log`),
  who.map(({ values }) => String(values.first)),
);
const naming = (name: string) =>
  fc.constantFrom<Evidence[]>(
    { kind: 'label', part: 'owner', text: name },
    { kind: 'line', text: name },
    { kind: 'folder', text: name },
    { kind: 'author', text: name },
    { kind: 'changed by', text: name },
  );
const anything = fc.array(
  who.chain((one) => naming(nameOf(one))),
  { maxLength: 3 },
);
const identify = (name: string, evidence: readonly Evidence[]) =>
  identifier.identify(name, weighBeside(identifier, evidence));
const confidenceOf = ({ candidates }: ReturnType<typeof identify>, id: string) =>
  candidates.find(({ student }) => student === id)?.confidence ?? 0;

const runs = { numRuns: 300, seed: 13 };
/** What sums of many probabilities are off by. */
const ROUNDING = 1e-9;

describe('in any world', () => {
  test('what more is known for somebody makes nobody else likelier', () => {
    fc.assert(
      fc.property(
        stem,
        anything,
        who.chain((one) => fc.tuple(fc.constant(one), naming(nameOf(one)))),
        who,
        (name, known, [named, more], other) => {
          // A namesake, or who has half of the name, is meant by it too.
          const words = new Set(nameOf(named).toLowerCase().split(/[ -]/));
          fc.pre(
            !nameOf(other)
              .toLowerCase()
              .split(/[ -]/)
              .some((word) => words.has(word)),
          );
          // Several of one kind are one piece of evidence, of which the best counts; several owners are a group.
          fc.pre(!known.some(({ kind }) => kind === more.kind || /label|line/.test(kind + more.kind)));
          const [before, after] = [identify(name, known), identify(name, [...known, more])];
          expect(confidenceOf(after, other.id)).toBeLessThanOrEqual(
            confidenceOf(before, other.id) + ROUNDING,
          );
        },
      ),
      runs,
    );
  });

  test('what says somebody else files nothing that was not filed', () => {
    fc.assert(
      fc.property(
        who,
        who,
        who.chain((one) => naming(nameOf(one))),
        (one, other, extra) => {
          fc.pre(one.id !== other.id);
          const known: Evidence[] = [{ kind: 'author', text: nameOf(one) }];
          const owner: Evidence = { kind: 'label', part: 'owner', text: nameOf(other) };
          const before = identify('scan 0031', [...known, extra]);
          const after = identify('scan 0031', [...known, extra, owner]);
          if (before.decision === 'file' && !before.students.includes(other.id))
            // Two in the owner's place did it together; then it is filed for both, or not at all.
            expect([0, 2]).toContain(after.students.length);
        },
      ),
      runs,
    );
  });

  test('whoever is only mentioned changes nothing of whose it is', () => {
    fc.assert(
      fc.property(stem, anything, who, (name, known, mentioned) => {
        const mention: Evidence = { kind: 'line', text: `Dear ${nameOf(mentioned)}`, isMention: true };
        const [before, after] = [identify(name, known), identify(name, [...known, mention])];
        expect([after.decision, after.students, after.candidates]).toEqual([
          before.decision,
          before.students,
          before.candidates,
        ]);
      }),
      runs,
    );
  });
});
