import type { PackageChangeKind, PackagePlan, PersonId } from '@vestibul/core';

export interface SaidChange {
  kind: PackageChangeKind;
  id: string;
  person: string;
  course: string;
  period: string;
  says: string;
  candidates: PersonId[];
}

/** A plan as a flat list of changes in the order of their kinds, with names for reading. What stays as it is is left out. */
export function sayPlan(plan: PackagePlan): SaidChange[] {
  const nothing = { id: '', person: '', course: '', period: '', says: '', candidates: [] as PersonId[] };
  const title = new Map(plan.courses.map((course) => [course.outerId, course.title]));
  const label = new Map(plan.periods.map((period) => [period.outerId, period.label]));
  const byUser = new Map(plan.people.map((person) => [person.outerId, person]));
  const named = (person: { last: string; first: string } | undefined) =>
    person ? [person.last, person.first].filter(Boolean).join(', ') : '';
  const courseOf = new Map(
    plan.courses.flatMap((course) => (course.known ? [[course.known, course.title]] : [])),
  );
  return [
    ...plan.faults.map((fault) => ({
      ...nothing,
      kind: 'fault' as const,
      id: `${fault.file}:${fault.line}`,
      course: fault.file,
      period: fault.line > 0 ? String(fault.line) : '',
      person: fault.found,
      says: fault.code,
    })),
    ...plan.people
      .filter((person) => person.candidates.length > 0)
      .map((person) => ({
        ...nothing,
        kind: 'asked' as const,
        id: person.outerId,
        person: named(person),
        says: [person.email, person.number].filter(Boolean).join(' · '),
        candidates: person.candidates,
      })),
    ...plan.people
      .filter((person) => person.newAddress !== null)
      .map((person) => ({
        ...nothing,
        kind: 'address' as const,
        id: person.outerId,
        person: named(person),
        says: `${person.email} → ${person.newAddress}`,
      })),
    ...plan.years
      .filter((year) => !year.known)
      .map((year) => ({ ...nothing, kind: 'year' as const, id: year.outerId, says: year.label })),
    ...plan.courses
      .filter((course) => !course.known)
      .map((course) => ({ ...nothing, kind: 'course' as const, id: course.outerId, course: course.title })),
    ...plan.periods
      .filter((period) => !period.known)
      .map((period) => ({
        ...nothing,
        kind: 'period' as const,
        id: period.outerId,
        course: title.get(period.course) ?? '',
        period: period.label,
        says: String(period.number),
      })),
    ...plan.people
      .filter((person) => !person.known && person.candidates.length === 0)
      .map((person) => ({
        ...nothing,
        kind: 'person' as const,
        id: person.outerId,
        person: named(person),
        says: person.email,
      })),
    ...plan.people
      .filter((person) => person.known && person.newName)
      .map((person) => ({
        ...nothing,
        kind: 'new name' as const,
        id: person.outerId,
        person: named(person),
      })),
    ...plan.staff.map((seat) => ({
      ...nothing,
      kind: 'staff' as const,
      id: seat.person,
      person: named(byUser.get(seat.person)),
      course: title.get(seat.course) ?? '',
      says: seat.role,
    })),
    ...plan.seats.map((seat) => ({
      ...nothing,
      kind: seat.change,
      id: seat.person,
      person: named(byUser.get(seat.person)),
      course: title.get(seat.course) ?? '',
      period: label.get(seat.period) ?? '',
    })),
    ...plan.leaving.map(({ courseId, studentId, ...person }) => ({
      ...nothing,
      kind: 'leaves' as const,
      id: studentId,
      person: named(person),
      course: courseOf.get(courseId) ?? '',
    })),
  ];
}
