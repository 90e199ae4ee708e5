/* What the main views of the demo school are; the journeys walk through them, and the bench measures them. */

const setUp = ['course', 'roster', 'names', 'folders', 'assignments', 'blanks', 'doors'].map(
  (step) => `set-up?step=${step}`,
);

export interface Views {
  name: string;
  who: string;
  /** Whether they mostly look at them on a phone. */
  onPhone: boolean;
  pages: readonly string[];
}

/** Every main view, by who sees it; one that does not begin with a slash is of the course. */
export const mainViews: readonly Views[] = [
  {
    name: 'a teacher',
    who: 'itamsin',
    onPhone: false,
    pages: [
      'today',
      'rack',
      'rack?period=all',
      'rack?view=newest',
      'rack?view=term&period=all',
      'rack?view=happened&period=all',
      'rack?view=alike',
      'review',
      'marks',
      'marks?view=pictures',
      'sorting',
      'ledger',
      'ledger?view=owners',
    ],
  },
  { name: 'the set-up', who: 'itamsin', onPhone: false, pages: setUp },
  {
    name: 'the office',
    who: 'office',
    onPhone: false,
    pages: ['/people', '/school', '/lists', '/begin-year'],
  },
  {
    name: 'a student',
    who: 'enwosu',
    onPhone: true,
    pages: ['/today', '/turn-in', '/drawer', '/handed-back', '/calendar'],
  },
];

/** The address of a view, from any page of whoever sees it; of a course in period 4 where it names none. */
export function addressOfView(home: URL, view: string): string {
  if (view.startsWith('/')) return new URL(view, home).href;
  const address = new URL(`${home.pathname.split('/').slice(0, 3).join('/')}/${view}`, home);
  if (!address.searchParams.has('period')) address.searchParams.set('period', '4');
  return address.href;
}
