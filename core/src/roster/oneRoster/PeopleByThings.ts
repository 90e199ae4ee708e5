import { groupBy } from '../../groupBy';
import type { PersonId } from '../../ids';
import type { Standing } from '../../access/roles';
import { nameKey } from '../../text/nameKey';
import type { ListedPerson } from '../judgeRows';

export interface SchoolPerson extends ListedPerson {
  id: PersonId;
  /** The package's own id, once one was applied. */
  outerId: string | null;
  standing: Standing;
}

/** People of the school by the things that tell them beside their name: the package's id, the address, the number. */
export class PeopleByThings {
  readonly #byOuter: Map<string, SchoolPerson>;
  readonly #byEmail: Map<string, SchoolPerson[]>;
  readonly #byNumber: Map<string, SchoolPerson[]>;

  constructor(people: readonly SchoolPerson[]) {
    this.#byOuter = new Map(people.flatMap((one) => (one.outerId ? [[one.outerId, one]] : [])));
    this.#byEmail = groupBy(
      people.filter((one) => one.email),
      (one) => nameKey(one.email),
    );
    this.#byNumber = groupBy(
      people.filter((one) => one.number),
      (one) => one.number,
    );
  }

  byOuter(outerId: string): SchoolPerson | undefined {
    return this.#byOuter.get(outerId);
  }

  byEmail(email: string): readonly SchoolPerson[] {
    return (email && this.#byEmail.get(nameKey(email))) || [];
  }

  /** Whom a user agrees with in any of the three; whoever agrees in several stands there as often. */
  told(outerId: string, { email, number }: Pick<ListedPerson, 'email' | 'number'>): SchoolPerson[] {
    const known = this.byOuter(outerId);
    const byNumber = (number && this.#byNumber.get(number)) || [];
    return [...(known ? [known] : []), ...this.byEmail(email), ...byNumber];
  }
}
