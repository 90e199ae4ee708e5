/** What happens at a door to a name that does not follow the rule. */
export const offRules = ['mend', 'ask', 'hold'] as const;
export type OffRule = (typeof offRules)[number];

/** How a name passes a door: as it came, mended, not before somebody agreed to the proper name, or held for the teacher. */
export type Passage = 'follows' | 'mended' | 'asked' | 'held';

/**
 * The one decision at every door. `offRule` is what the assignment says, or else its course; `isAgreed` whether whoever
 * brings the piece has seen the proper name and agreed to it. In each case the piece itself gets its proper name.
 */
export function passDoor(offRule: OffRule, doesFollow: boolean, isAgreed: boolean): Passage {
  if (doesFollow) return 'follows';
  if (offRule === 'hold') return 'held';
  return offRule === 'ask' && !isAgreed ? 'asked' : 'mended';
}
