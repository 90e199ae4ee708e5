import { createHash } from 'node:crypto';
import {
  packageChangeKinds,
  type Instant,
  type PackageChangeKind,
  type PackageId,
  type PackagePlan,
  type PersonId,
} from '@vestibul/core';
import { PAGE_SIZE, type AnswerOf, type BodyOf, type QueryOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { newId } from '../platform/newId';
import { runJob } from '../platform/runJob';
import { one, run, type Database } from '../platform/database/database';
import { lastApplied } from './packageLists';
import { sayPlan, type SaidChange } from './sayPlan';

type Summary = AnswerOf<'takePackage'>;

interface PackageRow {
  id: PackageId;
  name: string;
  sha256: string;
  takenAt: Instant;
  appliedAt: Instant | null;
  /** Of one that says what changed: the package that it was read on. */
  baseId: PackageId | null;
}

function findPackage(db: Database, id: PackageId): PackageRow {
  const row = one<PackageRow>(
    db,
    'SELECT id, name, sha256, taken_at AS takenAt, applied_at AS appliedAt, base_id AS baseId FROM package WHERE id = ?',
    [id],
  );
  if (!row) throw new Failure('package-gone');
  return row;
}

/** Takes a package in: it is read and compared in a thread, and nothing of the school is changed. Fails with `bad-package`. */
export async function takePackage(school: School, by: PersonId, zip: Buffer, name: string): Promise<Summary> {
  const read = await runJob('readPackage', { school: school.forThread, zip });
  if (!read.ok) {
    const fault = read.faults[0]!;
    throw new Failure('bad-package', { ...fault });
  }
  const id = newId<PackageId>('k');
  run(
    school.db,
    'INSERT INTO package (id, name, sha256, taken_by, taken_at, lists, base_id) VALUES (:id, :name, :sha256, :by, :at, :lists, :base)',
    {
      id,
      name,
      sha256: createHash('sha256').update(zip).digest('hex'),
      by,
      at: school.now(),
      lists: JSON.stringify(read.kept),
      base: read.base,
    },
  );
  return summaryOf(findPackage(school.db, id), await saidOf(school, id));
}

type Answers = BodyOf<'applyPackage'>;

/** Compares a package with the school in a thread. Fails with `package-gone` and `other-package-since`. */
async function planOf(school: School, id: PackageId, { same, addresses }: Answers): Promise<PackagePlan> {
  const { baseId, appliedAt } = findPackage(school.db, id);
  // What changed is told of one package; on top of another it would say something else.
  if (baseId !== null && appliedAt === null && baseId !== lastApplied(school))
    throw new Failure('other-package-since');
  return runJob('comparePackage', {
    school: school.forThread,
    id,
    same: same.map(({ userId, personId }) => [userId, personId]),
    addresses,
  });
}

/** The package that was looked at last, with what it would change, as long as nothing has changed since. */
const lastSaid = new WeakMap<School, { id: PackageId; line: number; said: Promise<SaidChange[]> }>();

/** What a package would change now, for its pages: compared once for all of them. */
function saidOf(school: School, id: PackageId): Promise<SaidChange[]> {
  const line = one<{ idx: number }>(school.db, 'SELECT MAX(idx) AS idx FROM event')!.idx;
  const known = lastSaid.get(school);
  if (known?.id === id && known.line === line) return known.said;
  const said = planOf(school, id, { same: [], addresses: [] }).then(sayPlan);
  lastSaid.set(school, { id, line, said });
  said.catch(() => lastSaid.delete(school));
  return said;
}

function summaryOf(row: PackageRow, changes: readonly SaidChange[]): Summary {
  const counts = Object.fromEntries(packageChangeKinds.map((kind) => [kind, 0])) as Record<
    PackageChangeKind,
    number
  >;
  for (const { kind } of changes) counts[kind] += 1;
  return { id: row.id, name: row.name, takenAt: row.takenAt, appliedAt: row.appliedAt, counts };
}

/** One page of what a package would change now. */
export async function readPackagePage(
  school: School,
  id: PackageId,
  { kind, after }: QueryOf<'readPackage'>,
): Promise<AnswerOf<'readPackage'>> {
  const said = await saidOf(school, id);
  const changes = said.filter((change) => kind === '' || change.kind === kind);
  return {
    ...summaryOf(findPackage(school.db, id), said),
    changes: changes.slice(after, after + PAGE_SIZE).map(({ candidates, ...change }) => ({
      ...change,
      candidates: candidates.flatMap((personId) => {
        const person = one<{ first: string; last: string; email: string; number: string }>(
          school.db,
          'SELECT first, last, email, number FROM person WHERE id = ?',
          [personId],
        );
        if (!person) return [];
        const { first, last, ...contact } = person;
        return [{ id: personId, name: [first, last].filter(Boolean).join(' '), ...contact }];
      }),
    })),
    next: changes.length > after + PAGE_SIZE ? after + PAGE_SIZE : null,
  };
}

/** Times that applying begins anew because somebody changed a roster in the meantime. */
const TRIES = 3;

/**
 * Applies a package, all of it or nothing, in one transaction of a thread of its own; whoever wants to change something
 * meanwhile waits, and whoever reads does not. Whoever is asked about and not answered for stays as they are. Applied
 * again, it changes nothing. Fails with `roster-changed` when rosters change faster than it can be read.
 */
export async function applyPackage(
  school: School,
  by: PersonId,
  id: PackageId,
  body: BodyOf<'applyPackage'>,
): Promise<Summary> {
  for (let tried = 0; tried < TRIES; tried += 1) {
    const seen = one<{ idx: number }>(school.db, 'SELECT MAX(idx) AS idx FROM event')!.idx;
    const plan = await planOf(school, id, body);
    const isApplied = await school.gate.hold(() =>
      runJob('applyPlan', { school: school.forThread, by, id, plan, seen }),
    );
    if (isApplied) return summaryOf(findPackage(school.db, id), await saidOf(school, id));
  }
  throw new Failure('roster-changed');
}
