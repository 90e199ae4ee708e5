/** What a list of people that goes out can hold, in the order in which it is offered. */
export const peopleColumns = [
  'last',
  'first',
  'called',
  'email',
  'username',
  'number',
  'period',
  'group',
  'folder',
] as const;
export type PeopleColumn = (typeof peopleColumns)[number];

/** The headings of the columns, as `recogniseColumns` reads them back. */
export const peopleHeadings: Record<PeopleColumn, string> = {
  last: 'last name',
  first: 'first name',
  called: 'called',
  email: 'e-mail',
  username: 'username',
  number: 'student number',
  period: 'period',
  group: 'small group',
  folder: 'turn-in folder',
};

export const peopleFormats = ['csv', 'tsv', 'vcard'] as const;
export type PeopleFormat = (typeof peopleFormats)[number];

export type PersonOut = Record<PeopleColumn, string> & { id: string };

/** All addresses in one line, as every mail program takes them (RFC 5322 section 3.4); each once. */
export function writeAddresses(people: readonly { email: string }[]): string {
  return [...new Set(people.map((person) => person.email).filter(Boolean))].join(', ');
}
