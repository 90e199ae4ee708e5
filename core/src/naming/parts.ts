/** Every part that a rule can name, in the order in which the page offers them. */
export const partNames = [
  'period',
  'last',
  'first',
  'called',
  'initial',
  'username',
  'email',
  'number',
  'group',
  'assignment',
  'due',
  'date',
  'attempt',
  'n',
  'original',
  'course',
  'code',
  'teacher',
  'year',
  'term',
] as const;

export type PartName = (typeof partNames)[number];

/** Parts that say who somebody is, apart from where they sit. */
export const personParts: readonly PartName[] = [
  'last',
  'first',
  'called',
  'initial',
  'username',
  'email',
  'number',
];

/** Parts whose value belongs to a student in a course: who they are and where they sit. */
export const studentParts: readonly PartName[] = [...personParts, 'period', 'group'];

/** Parts whose value belongs to an assignment. */
export const workParts: readonly PartName[] = ['assignment', 'due'];

/** Parts whose value is a day, written `yyyy-MM-dd` unless the filter `date` says otherwise. */
export const dayParts: readonly PartName[] = ['due', 'date'];

/** Parts that exist only once there is a piece; a turn-in folder has none of them. */
export const pieceParts: readonly PartName[] = [...workParts, 'date', 'attempt', 'n', 'original'];

/** Words people write for a part that has another name here (common practice, no source). */
export const otherWords: Readonly<Record<string, PartName>> = {
  surname: 'last',
  lastname: 'last',
  family: 'last',
  familyname: 'last',
  firstname: 'first',
  given: 'first',
  givenname: 'first',
  nickname: 'called',
  preferred: 'called',
  hour: 'period',
  block: 'period',
  class: 'period',
  section: 'period',
  user: 'username',
  login: 'username',
  mail: 'email',
  id: 'number',
  studentnumber: 'number',
  team: 'group',
  title: 'assignment',
  task: 'assignment',
  work: 'assignment',
  deadline: 'due',
  day: 'date',
  today: 'date',
  try: 'attempt',
  version: 'attempt',
  count: 'n',
  index: 'n',
  file: 'original',
  filename: 'original',
  subject: 'course',
  semester: 'term',
};
