import type { LateRule, Scoring } from '@vestibul/core';
import type { FileKind } from './files/makeFile';

export interface DemoAssignment {
  title: string;
  shortName: string;
  directions: string;
  /** How many weeks ago it was due; 0 is the one due now. */
  weeksAgo: number;
  periods: readonly number[];
  /** What students turn in for it, the usual first. */
  kinds: readonly FileKind[];
  unit: string;
  scoring: Scoring;
  lateRule?: LateRule;
  weight?: number;
  /** What is handed out with it, to write on. */
  sheet?: { title: string; kind: FileKind };
}

const all = [2, 3, 4, 5, 7];
const tenADay: LateRule = { kind: 'per day', percent: 10, most: 50 };

/** What a log from the field is looked at for. */
const rubric: Scoring = {
  kind: 'rubric',
  criteria: [
    {
      title: 'Readings',
      levels: [
        { title: 'complete', points: 4, says: 'Five readings, each with its hour and unit' },
        { title: 'nearly', points: 3, says: 'One reading, hour or unit is missing' },
        { title: 'begun', points: 1, says: 'Two readings or fewer' },
      ],
    },
    {
      title: 'What you saw',
      levels: [
        { title: 'vivid', points: 3, says: 'Somebody who was not there can see it' },
        { title: 'plain', points: 2, says: 'True, and short on detail' },
        { title: 'thin', points: 0, says: 'Says what was expected, not what was seen' },
      ],
    },
    {
      title: 'Photo of the gauge',
      levels: [
        { title: 'readable', points: 2, says: 'The level can be read off it' },
        { title: 'there', points: 1, says: 'The gauge is in it' },
      ],
    },
  ],
};

/** How a drawn map is scored. */
const mapRubric: Scoring = {
  kind: 'rubric',
  criteria: [
    {
      title: 'Kinds of use',
      levels: [
        { title: 'six or more', points: 4, says: 'Each has its own sign and is where it is on the ground' },
        { title: 'four or five', points: 3, says: '' },
        { title: 'three or fewer', points: 1, says: '' },
      ],
    },
    {
      title: 'Key and north',
      levels: [
        { title: 'both', points: 3, says: 'Somebody else can read the map by them' },
        { title: 'one of them', points: 2, says: '' },
        { title: 'neither', points: 0, says: '' },
      ],
    },
    {
      title: 'Care',
      levels: [
        { title: 'clean', points: 3, says: 'Ruled lines, one colour for one use' },
        { title: 'hasty', points: 1, says: '' },
      ],
    },
  ],
};

/** Eight assignments of the year so far and the one that is due now. */
export const assignments: readonly DemoAssignment[] = [
  {
    title: 'Summer land use map',
    shortName: '',
    directions:
      'Draw the land use within ten minutes’ walk of where you live. Six kinds of use at least, with a key.',
    weeksAgo: 10,
    periods: all,
    kinds: ['png', 'photo', 'pdf'],
    unit: 'Maps',
    scoring: mapRubric,
    lateRule: tenADay,
    weight: 20,
  },
  {
    title: 'Hedgerow survey',
    shortName: '',
    directions: 'Count the woody species in a stretch of thirty metres. One table, one paragraph.',
    weeksAgo: 8,
    periods: [2, 3, 5, 7],
    kinds: ['csv', 'docx', 'xlsx'],
    unit: 'Surveys',
    scoring: { kind: 'points', most: 10 },
  },
  {
    title: 'Hill profile sketch',
    shortName: '',
    directions: 'From the gate to the trig point, with heights at every fifty metres.',
    weeksAgo: 7,
    periods: [2, 4],
    kinds: ['photo', 'pdf'],
    unit: 'Maps',
    scoring: { kind: 'none' },
  },
  {
    title: 'Weather diary week 1',
    shortName: 'Weather diary 1',
    directions: 'Seven days, the same hour each day.',
    weeksAgo: 6,
    periods: [3, 4, 7],
    kinds: ['docx', 'txt', 'odt', 'csv'],
    unit: 'Weather and water',
    scoring: { kind: 'none' },
  },
  {
    title: 'Footpath interview',
    shortName: '',
    directions:
      'Ask somebody over sixty how the path was used when they were your age. Two minutes of sound are enough.',
    weeksAgo: 5,
    periods: [3],
    kinds: ['wav', 'webm'],
    unit: 'People and land',
    scoring: { kind: 'none' },
  },
  {
    title: 'Forest plot count',
    shortName: '',
    directions: 'Ten plots, every tree above breast height. Bring the track of your walk.',
    weeksAgo: 4,
    periods: [5],
    kinds: ['xlsx', 'gpx'],
    unit: 'Surveys',
    scoring: { kind: 'none' },
  },
  {
    title: 'Contour model photo',
    shortName: 'Contour model',
    directions: 'A photo of your finished model from above, and one from the south.',
    weeksAgo: 3,
    periods: [7],
    kinds: ['photo'],
    unit: 'Maps',
    scoring: { kind: 'none' },
  },
  {
    title: 'Soil texture table',
    shortName: '',
    directions: 'Three samples, the jar method. Say what surprised you.',
    weeksAgo: 1,
    periods: all,
    kinds: ['csv', 'docx', 'pdf'],
    unit: 'Surveys',
    scoring: { kind: 'points', most: 10 },
    lateRule: tenADay,
  },
  {
    title: 'Stream gauge log',
    shortName: '',
    directions:
      'Your log of the five readings at the ford, and one photo of the gauge.\n\nWrite down what you saw, not what you expected.',
    weeksAgo: 0,
    periods: all,
    kinds: ['docx', 'pdf', 'photo', 'txt', 'webm'],
    unit: 'Weather and water',
    scoring: rubric,
    lateRule: tenADay,
    sheet: { title: 'Stream gauge sheet', kind: 'docx' },
  },
];
