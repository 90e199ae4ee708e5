const MB = 1024 ** 2;

/** Largest single file taken in, in bytes. */
export const LARGEST_FILE = 2 * 1024 * MB;
/** Most files in one tray. */
export const MOST_FILES = 40;
/** Longest list of people taken at once, in characters. */
export const LONGEST_LIST = 400_000;
/** Most people that join in one step. */
export const MOST_PEOPLE = 1000;
/** Lines of the ledger, people or files in one page. */
export const PAGE_SIZE = 60;
/** Shortest password, in characters: NIST SP 800-63B asks for at least 8 for one that a person chooses. */
export const SHORTEST_PASSWORD = 8;
/** The highest number a period can have. */
export const HIGHEST_PERIOD = 20;
