/** Letters of a day: none, or one. */
export const digests = ['none', 'daily'] as const;
