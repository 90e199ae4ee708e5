/**
 * Most pixels of a picture that is shown in place: more than any phone's camera takes, and, unpacked to four bytes each,
 * what a browser's tab can hold.
 */
export const MOST_PIXELS = 120_000_000;
