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
}

const all = [2, 3, 4, 5, 7];

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
  },
  {
    title: 'Hedgerow survey',
    shortName: '',
    directions: 'Count the woody species in a stretch of thirty metres. One table, one paragraph.',
    weeksAgo: 8,
    periods: [2, 3, 5, 7],
    kinds: ['csv', 'docx'],
  },
  {
    title: 'Hill profile sketch',
    shortName: '',
    directions: 'From the gate to the trig point, with heights at every fifty metres.',
    weeksAgo: 7,
    periods: [2, 4],
    kinds: ['photo', 'pdf'],
  },
  {
    title: 'Weather diary week 1',
    shortName: 'Weather diary 1',
    directions: 'Seven days, the same hour each day.',
    weeksAgo: 6,
    periods: [3, 4, 7],
    kinds: ['docx', 'txt', 'csv'],
  },
  {
    title: 'Footpath interview',
    shortName: '',
    directions:
      'Ask somebody over sixty how the path was used when they were your age. Two minutes of sound are enough.',
    weeksAgo: 5,
    periods: [3],
    kinds: ['wav', 'webm'],
  },
  {
    title: 'Forest plot count',
    shortName: '',
    directions: 'Ten plots, every tree above breast height. Bring the track of your walk.',
    weeksAgo: 4,
    periods: [5],
    kinds: ['csv', 'gpx'],
  },
  {
    title: 'Contour model photo',
    shortName: 'Contour model',
    directions: 'A photo of your finished model from above, and one from the south.',
    weeksAgo: 3,
    periods: [7],
    kinds: ['photo'],
  },
  {
    title: 'Soil texture table',
    shortName: '',
    directions: 'Three samples, the jar method. Say what surprised you.',
    weeksAgo: 1,
    periods: all,
    kinds: ['csv', 'docx', 'pdf'],
  },
  {
    title: 'Stream gauge log',
    shortName: '',
    directions:
      'Your log of the five readings at the ford, and one photo of the gauge.\n\nWrite down what you saw, not what you expected.',
    weeksAgo: 0,
    periods: all,
    kinds: ['docx', 'pdf', 'photo', 'txt', 'webm'],
  },
];
