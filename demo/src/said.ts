import type { Stamp } from '@vestibul/core';

/** What is asked of some, and of a few of them something more is said among the staff. */
export const doubt = 'Good. Which of the two counts do you trust, and why?';

/** What the staff say to each other of some of those who were asked that lately. */
export const privateNotes = [
  'Said at the fence that the second count was a guess. Ask again on Monday.',
  'Was ill for two of the three counts; I have told the office.',
  'The hand of an elder brother? The next one in class, please.',
];

/** What teachers write under a piece. */
export const comments = [
  'Clear readings. Next time write the hour beside each.',
  'The key is missing from your map; the rest is careful work.',
  doubt,
  'Your second paragraph is the best thing in this pile.',
  'Please check the units in column three.',
];

/** The drawing that goes with some of them. */
export const stampOf: Record<string, Stamp> = {
  'Your second paragraph is the best thing in this pile.': 'well seen',
  'Please check the units in column three.': 'look again',
};

/** What is kept for reuse: the teacher's own, and the course's. */
export const phrases = [
  { key: '1', text: 'Say the unit.', isMine: true },
  { key: '2', text: 'Good evidence, {first}.', isMine: true },
  { key: '3', text: 'Compare it with the reading of the week before.', isMine: true },
  { key: 'post', text: 'Which post? Name it, so that somebody else can find it.', isMine: false },
];
