import { groupBy } from '../groupBy';
import { nameKey } from '../text/nameKey';
import type { NameValues } from '../naming/writeName';
import { makeIdentifier } from './identify';

/** What somebody said of themselves at a side door. */
export interface Visitor {
  name: string;
  /** '' where none was given. */
  email: string;
  /** Whether a code that was sent to the address came back. */
  isConfirmed: boolean;
}

/** Why somebody on the roster may be the one. */
export type ComingReason = 'address confirmed' | 'address given' | 'name';

export interface Candidate<Id> {
  id: Id;
  why: ComingReason;
}

export interface Coming<Id> {
  /** The likeliest first. */
  candidates: Candidate<Id>[];
  /** Set only where it is proven: a confirmed address that is exactly one student's. A name given by hand proves nothing. */
  certain: Id | null;
}

/** Those less likely than this are not offered. */
const WORTH_SHOWING = 0.05;

/** Prepares a roster once for telling of many visitors who of it came by a side door. */
export function makeVisitorReader<Id extends string>(
  roster: readonly { id: Id; values: NameValues }[],
): (visitor: Visitor) => Coming<Id> {
  const identifier = makeIdentifier({ students: roster, assignments: [], courseTexts: [] });
  const atAddress = groupBy(roster, ({ values }) => nameKey(String(values.email ?? '')));
  return (visitor) => {
    const address = nameKey(visitor.email);
    const byAddress = address ? (atAddress.get(address) ?? []).map(({ id }) => id) : [];
    const byName = identifier
      .identify(visitor.name)
      .candidates.filter(({ confidence }) => confidence >= WORTH_SHOWING)
      .map(({ student }) => student);
    const why: ComingReason = visitor.isConfirmed ? 'address confirmed' : 'address given';
    return {
      candidates: [
        ...byAddress.map((id) => ({ id, why })),
        ...byName.filter((id) => !byAddress.includes(id)).map((id) => ({ id, why: 'name' as const })),
      ],
      certain: visitor.isConfirmed && byAddress.length === 1 ? byAddress[0]! : null,
    };
  };
}
