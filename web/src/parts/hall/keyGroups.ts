import { placeKeys, placesOf, type Place } from './places';
import type { Course } from '../../state/api';

/** Keys that are pressed for one thing, and what it is. */
export type KeyLine = readonly [keys: readonly string[], does: string];

export interface KeyGroup {
  title: string;
  lines: readonly KeyLine[];
}

const everywhere: readonly KeyLine[] = [
  [['[', ']'], 'previous, next period'],
  [['n'], 'fix or change the name on the strip'],
  [['/'], 'find a name, also an earlier one'],
  [['?'], 'this page'],
];

/** What is pressed at each place alone. */
const atPlace: Record<Place, readonly KeyLine[]> = {
  Today: [
    [['←', '→'], 'back and on in the week or the month'],
    [['t'], 'to today in it'],
  ],
  Rack: [
    [['j', 'k'], 'next, previous student'],
    [['←', '→', '↑', '↓'], 'from slot to slot'],
    [[',', '.'], 'previous, next assignment'],
    [['Space'], 'glance at what is in the slot'],
    [['r'], 'to the review desk'],
    [['v', 's', 'Esc'], 'select, select all, clear'],
    [['Shift'], 'with the arrows: select on the way'],
    [['y'], 'on the map and with the newest work: all that this student did through the year'],
    [['↵'], 'there: to its slots'],
    [['w'], 'with two works side by side: the next passage that both have'],
  ],
  'Sorting table': [
    [['j', 'k'], 'next, previous piece'],
    [['1', '…', '9'], 'choose a candidate'],
    [['t'], 'type a name'],
    [['a'], 'what it is for, by its number or title'],
    [['b'], 'joint work'],
    [['↵'], 'place it'],
    [['x', 'l'], 'not ours, later'],
    [['v', 's', 'Esc'], 'select, select all alike, clear'],
    [['u', 'U'], 'undo, redo'],
  ],
  'Review desk': [
    [['j', 'k'], 'next, previous student'],
    [['r'], 'reviewed, and on to the next'],
    [['c'], 'write a comment'],
    [['m'], 'mark a place for it'],
    [[';'], 'put in a phrase'],
    [['v'], 'speak a comment, and end it'],
    [['t'], 'to the stamps; a number puts one on'],
    [['p'], 'write a private note'],
    [['s'], 'score: the points, or the next criterion'],
    [['1', '…', '8'], 'choose a level of the criterion'],
    [['w'], 'what changed since the attempt before; again, the next change'],
    [['y'], 'all that this student did through the year, and back'],
    [['a'], 'approve what is held'],
    [['b'], 'send held work back with your comment'],
    [['h'], 'hand back'],
  ],
  'Mark book': [
    [['j', 'k'], 'next, previous student'],
    [['←', '→', '↑', '↓'], 'from mark to mark'],
    [['0', '…', '9'], 'type points'],
    [['Delete'], 'take points away'],
    [['↵'], 'open the work on the desk'],
  ],
  Ledger: [
    [['o'], 'whose the files are, and back to the lines'],
    [['j', 'k'], 'there: next, previous file'],
    [['d'], 'there: a past day'],
    [['c'], 'there: keep a copy for the school'],
  ],
  'Set-up': [[['m'], 'take the mend that is offered for the rule']],
};

/** All keys that there are for somebody with this role: those of the place they are at first, then those that work everywhere. */
export function keyGroups(place: Place, role: Course['role']): KeyGroup[] {
  const open = placesOf(role);
  return [
    { title: place, lines: atPlace[place] },
    { title: 'Everywhere', lines: everywhere },
    {
      title: 'To a place',
      lines: open.map((to): KeyLine => [['g', placeKeys[to]], to]),
    },
    ...open.filter((other) => other !== place).map((other) => ({ title: other, lines: atPlace[other] })),
  ].filter(({ lines }) => lines.length > 0);
}
