/** Small drawings that are put on work, by what they say. */
export const stamps = [
  'clear',
  'well seen',
  'good evidence',
  'much better',
  'one step more',
  'show the way',
  'look again',
  'say more',
] as const;
export type Stamp = (typeof stamps)[number];

/** What each of them says, as its comment has it. */
export const stampWords: Record<Stamp, string> = {
  clear: 'Clear.',
  'well seen': 'Well seen.',
  'good evidence': 'Good evidence.',
  'much better': 'Much better.',
  'one step more': 'Go one step further.',
  'show the way': 'Show how you got there.',
  'look again': 'Look at this again.',
  'say more': 'Say more about this.',
};
