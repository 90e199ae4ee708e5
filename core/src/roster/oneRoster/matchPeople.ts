import { groupBy } from '../../groupBy';
import type { Day, PersonId } from '../../ids';
import type { Standing } from '../../access/roles';
import { nameKey } from '../../text/nameKey';
import { NameIndex, areAlike, plainName, type PlainName } from '../areAlike';
import type { ListedPerson } from '../judgeRows';
import type { PackageFault, RowOf } from './columns';
import type { PeopleByThings, SchoolPerson } from './PeopleByThings';
import type { RosterPackage } from './readPackage';

export interface PlannedPerson extends ListedPerson {
  outerId: string;
  known: PersonId | null;
  standing: Standing;
  /** Whether somebody known takes another name. */
  newName: boolean;
  /** Whether their username or number changes, or an address is there where none was; what the package leaves empty is not taken away. */
  newContact: boolean;
  /** The address that the package has for them where another one signs in: the office has to say before it is taken. */
  newAddress: string | null;
  /** Whom in the school they may be; somebody has to say before anything is done with them. */
  candidates: PersonId[];
}

/** What the office said of those who were asked about. */
export interface PackageAnswers {
  /** Who a user of the package is: somebody here, or null for somebody new. */
  same: ReadonlyMap<string, PersonId | null>;
  /** Users whose new address is taken. */
  addresses: ReadonlySet<string>;
}

export const noAnswers: PackageAnswers = { same: new Map(), addresses: new Set() };

/** Whether an enrolment is over: its end is the day after its last one (OneRoster 1.2, exclusive; from memory). */
export const isOver = (row: RowOf<'enrollments'>, today: Day) => row.endDate !== '' && row.endDate <= today;
export const isToCome = (row: RowOf<'enrollments'>, today: Day) => row.beginDate > today;

/** How many independent things must agree before somebody is taken for somebody without a question. */
const SURE = 2;

/** What of a row and of somebody in the school can be the same: the package's id, the address, the number, the name. */
interface Agreement {
  person: SchoolPerson;
  things: number;
}

/**
 * Tells which users of a package are whom in the school. Two independent things have to agree (the package's own id, the
 * e-mail address, the number, the name) and nobody else may fit as well; whoever fits by less is asked about. Nobody's
 * address is changed by it: that is asked apart.
 */
export function matchPeople(
  lists: RosterPackage,
  people: readonly SchoolPerson[],
  things: PeopleByThings,
  { answers, today, faults }: { answers: PackageAnswers; today: Day; faults: PackageFault[] },
): PlannedPerson[] {
  const users = new Map(lists.users.map((row): [string, RowOf<'users'>] => [row.sourcedId, row]));
  const matching = new Matching(people, things, users);
  const standings = standingsOf(lists);
  const lasting = lists.enrollments.filter((row) => !isOver(row, today));
  const wanted = new Set(lasting.map((row) => row.userSourcedId));
  const here = new Set(lasting.filter((row) => !isToCome(row, today)).map((row) => row.userSourcedId));
  const planned = lists.users
    .filter((row) => wanted.has(row.sourcedId))
    .map((row) => planOne(row, standings.get(row.sourcedId) ?? 'student', matching, answers, faults));
  askWhereTwoAreOne(planned, answers, faults);
  giveAddressesOnce(planned, faults);
  return planned.filter(({ outerId, known, candidates }) => {
    const row = users.get(outerId)!;
    // An account that is not to be used is not made; who is here already stays as they are.
    const isOff = row.enabledUser.toLowerCase() === 'false';
    if (isOff) faults.push({ file: 'users.csv', line: row.line, code: 'not-enabled', found: nameOf(row) });
    const isKnown = known !== null || candidates.length > 0;
    return isKnown || (!isOff && here.has(outerId));
  });
}

const nameOf = (row: RowOf<'users'>) => [row.familyName, row.givenName].filter(Boolean).join(', ');

/** What each user is to the school: by `roles.csv` where it says so, else by what they do in their classes. */
function standingsOf(lists: RosterPackage): Map<string, Standing> {
  const standings = new Map<string, Standing>();
  for (const row of lists.enrollments)
    if (row.role !== 'student') standings.set(row.userSourcedId, 'teacher');
  const primaryFirst = lists.roles.toSorted(
    (a, b) => Number(b.roleType === 'primary') - Number(a.roleType === 'primary'),
  );
  const said = new Set<string>();
  for (const row of primaryFirst) {
    if (said.has(row.userSourcedId)) continue;
    said.add(row.userSourcedId);
    const isStaff = !['student', 'guardian', 'parent', 'relative'].includes(row.role);
    standings.set(row.userSourcedId, isStaff ? 'teacher' : 'student');
  }
  return standings;
}

export const isStudent = ({ standing }: { standing: Standing }) => standing === 'student';

/** Whom in the school a user of a package may be. */
class Matching {
  readonly #byId: Map<PersonId, SchoolPerson>;
  readonly #plain = new Map<PersonId, PlainName>();
  readonly #namesakes: NameIndex<SchoolPerson>;

  constructor(
    people: readonly SchoolPerson[],
    private readonly things: PeopleByThings,
    users: ReadonlyMap<string, unknown>,
  ) {
    this.#byId = new Map(people.map((one) => [one.id, one]));
    // Whoever is another user of this package is nobody's namesake.
    this.#namesakes = new NameIndex(people.filter((one) => one.outerId === null || !users.has(one.outerId)));
  }

  get(id: PersonId): SchoolPerson | undefined {
    return this.#byId.get(id);
  }

  /** Whether somebody else has an address. */
  isTaken(email: string, but: PersonId | null): boolean {
    return this.things.byEmail(email).some(({ id }) => id !== but);
  }

  /** Everybody of whom something agrees with a row, by how much of it does. */
  agreements(outerId: string, person: ListedPerson, standing: Standing): Agreement[] {
    const plain = plainName(person);
    const found = new Map<PersonId, Agreement>();
    for (const one of this.things.told(outerId, person)) {
      const known = found.get(one.id);
      if (known) known.things += 1;
      else found.set(one.id, { person: one, things: 1 });
    }
    for (const agreement of found.values())
      if (agreesByName(this.#plainOf(agreement.person), plain)) agreement.things += 1;
    const isSameKind = (one: SchoolPerson) => isStudent(one) === isStudent({ standing });
    for (const one of this.#namesakes.alike(plain, isSameKind))
      if (!found.has(one.id)) found.set(one.id, { person: one, things: 1 });
    return [...found.values()].sort((a, b) => b.things - a.things);
  }

  #plainOf(person: SchoolPerson): PlainName {
    const known = this.#plain.get(person.id) ?? plainName(person);
    this.#plain.set(person.id, known);
    return known;
  }
}

/** Whether two names agree, for whoever agrees in something else already: an initial stands for its name then. */
function agreesByName(a: PlainName, b: PlainName): boolean {
  const isInitial = (x: string, y: string) => x.length === 1 && y.startsWith(x);
  return (
    areAlike(a, b) ||
    (a.last === b.last && a.given.some((x) => b.given.some((y) => isInitial(x, y) || isInitial(y, x))))
  );
}

function planOne(
  row: RowOf<'users'>,
  standing: Standing,
  matching: Matching,
  answers: PackageAnswers,
  faults: PackageFault[],
): PlannedPerson {
  const person = personOf(row);
  const outerId = row.sourcedId;
  const answer = answers.same.get(outerId);
  const agreements = matching.agreements(outerId, person, standing);
  const [best, next] = agreements;
  const isSure = best !== undefined && best.things >= SURE && (next?.things ?? 0) < best.things;
  const known = isSure ? best.person : answer ? matching.get(answer) : undefined;
  const candidates = known || answer === null ? [] : agreements.map((agreement) => agreement.person.id);
  const isTaken = matching.isTaken(person.email, known?.id ?? null);
  if (isTaken && candidates.length === 0)
    faults.push({ file: 'users.csv', line: row.line, code: 'email-taken', found: person.email });
  const offered = isTaken ? '' : person.email;
  const isOther =
    known !== undefined && known.email !== '' && offered !== '' && nameKey(known.email) !== nameKey(offered);
  const email = isOther && !answers.addresses.has(outerId) ? known.email : offered || (known?.email ?? '');
  const contact = {
    email,
    username: person.username || (known?.username ?? ''),
    number: person.number || (known?.number ?? ''),
  };
  return {
    ...person,
    ...contact,
    outerId,
    known: known?.id ?? null,
    standing: known?.standing ?? standing,
    newName: known !== undefined && (known.last !== person.last || known.first !== person.first),
    newContact:
      known !== undefined &&
      (known.email !== contact.email ||
        known.username !== contact.username ||
        known.number !== contact.number),
    newAddress: isOther && email !== offered ? offered : null,
    candidates,
  };
}

/** Two users of a package who would be one person here: nobody is done anything with before somebody says which of them it is. */
function askWhereTwoAreOne(planned: PlannedPerson[], answers: PackageAnswers, faults: PackageFault[]): void {
  const same = groupBy(
    planned.filter(({ known }) => known !== null),
    ({ known }) => known!,
  );
  for (const [id, several] of same) {
    if (several.length < 2) continue;
    const said = several.filter(({ outerId }) => answers.same.get(outerId) === id);
    for (const person of several) {
      if (said.length === 1 && said[0] === person) continue;
      faults.push({ file: 'users.csv', line: 0, code: 'same-person', found: person.outerId });
      Object.assign(person, { known: null, newName: false, newContact: false, newAddress: null });
      person.candidates = [id];
    }
  }
}

/** Of two who would be new with one address, the second is made without it: an address signs one person in. */
function giveAddressesOnce(planned: readonly PlannedPerson[], faults: PackageFault[]): void {
  const given = new Set<string>();
  for (const person of planned) {
    if (person.email === '' || person.candidates.length > 0) continue;
    const key = nameKey(person.email);
    if (given.has(key) && person.known === null) {
      faults.push({ file: 'users.csv', line: 0, code: 'email-taken', found: person.email });
      person.email = '';
    }
    given.add(key);
  }
}

export function personOf(row: RowOf<'users'>): ListedPerson {
  const last = row.familyName || row.givenName;
  const first = row.familyName ? [row.givenName, row.middleName].filter(Boolean).join(' ') : '';
  const called = row.preferredGivenName && row.preferredGivenName !== first ? row.preferredGivenName : '';
  return { last, first, called, email: row.email, username: row.username, number: row.identifier };
}
