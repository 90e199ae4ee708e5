import { describe, expect, test } from '@jest/globals';
import type { CourseId } from '@vestibul/core';
import { course } from '../../testing/course';
import { mayKeep, mayRun, placeKeys, placePath, places, placesOf } from './places';

const roles = ['teacher', 'co-teacher', 'aide', 'office'] as const;

describe('the places of the hall', () => {
  test('are open by role: the office keeps rosters and the record, an aide does not set up', () => {
    expect(Object.fromEntries(roles.map((role) => [role, placesOf(role)]))).toEqual({
      teacher: places,
      'co-teacher': places,
      aide: ['Today', 'Rack', 'Sorting table', 'Review desk', 'Mark book', 'Ledger'],
      office: ['Ledger', 'Set-up'],
    });
  });

  test('who runs a course changes what is in it, who keeps it its people; nobody in a year that is over', () => {
    const who = (may: typeof mayRun, isOver: boolean) =>
      roles.filter((role) => may({ role, year: { ...course.year, isOver } }));
    expect(who(mayRun, false)).toEqual(['teacher', 'co-teacher']);
    expect(who(mayKeep, false)).toEqual(['teacher', 'co-teacher', 'office']);
    expect([...who(mayRun, true), ...who(mayKeep, true)]).toEqual([]);
  });

  test('each is one key behind g, and has an address that keeps the period', () => {
    expect(new Set(Object.values(placeKeys)).size).toBe(places.length);
    const addresses = places.map((place) => placePath('c_1' as CourseId, place, '10'));
    expect(new Set(addresses).size).toBe(places.length);
    for (const address of addresses) expect(address).toMatch(/^\/course\/c_1\/[a-z-]+\?period=10$/);
    expect(placePath('c_1' as CourseId, 'Rack', 'all', { assignment: 'a&b' })).toContain('assignment=a%26b');
  });
});
