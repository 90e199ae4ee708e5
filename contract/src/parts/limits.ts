const MB = 1024 ** 2;

/** Largest single file taken in, in bytes. */
export const LARGEST_FILE = 2 * 1024 * MB;
/** Fewest letters that are looked for in texts: one stands in all of them. */
export const SHORTEST_SEARCH = 2;
/** Most files in one tray. */
export const MOST_FILES = 40;
/** Most uploads that one person begins in an hour, and most bytes in a day: more than a class trip's photos, less than a flood. */
export const MOST_UPLOADS_AN_HOUR = 400;
export const MOST_BYTES_A_DAY = 20 * 1024 * MB;
/** Most bytes that one guest brings, and most that come by one side door in a day. */
export const MOST_GUEST_BYTES = 4 * 1024 * MB;
export const MOST_DOOR_BYTES_A_DAY = 60 * 1024 * MB;
/** Most bytes of one pile, as it is sent and, once more, as its ZIP files unpack. */
export const MOST_PILE_BYTES = 40 * 1024 * MB;
/** How long a file on its way is kept after its last byte, in days. */
export const UPLOAD_DAYS = 7;
/** How long what its owner deleted can be restored, in days. */
export const TRASH_DAYS = 30;
/** Longest text written in the application, in characters of Markdown: a thesis of 80 pages has about 200,000. */
export const LONGEST_TEXT = 400_000;
/** Longest list of people taken at once, in characters. */
export const LONGEST_LIST = 400_000;
/** Most people that join in one step. */
export const MOST_PEOPLE = 1000;
/** Lines of the ledger, people or files in one page. */
export const PAGE_SIZE = 60;
/** Shortest password, in characters: NIST SP 800-63B asks for at least 8 for one that a person chooses. */
export const SHORTEST_PASSWORD = 8;
/** Most assignments copied, or students named, in one step. */
export const MOST_AT_ONCE = 1000;
/** Most pieces on the sorting table taken together. */
export const MOST_TOGETHER = 200;
/** Most names named for a change in one request; a change of all needs to name none. */
export const MOST_NAMES = 2000;
/** Longest pause before work is handed back, in seconds. */
export const LONGEST_PAUSE_S = 60;
/** Furthest ahead that a hand-back is planned, in days. */
export const LONGEST_PLAN_DAYS = 60;
/** Most people named where only some are. */
export const MOST_NAMED = 200;
/** Largest package of lists taken in, in bytes: a school of 2,000 people has about 1 MB. */
export const LARGEST_PACKAGE = 32 * MB;
/** Longest directions of an assignment, in characters. */
export const LONGEST_DIRECTIONS = 20_000;
/** Days that a calendar is read for at once. */
export const LONGEST_CALENDAR = 100;
/** How many enamel colours plates and groups come in. */
export const ENAMELS = 5;
/** Longest comment, in characters. */
export const LONGEST_COMMENT = 4000;
/** Largest spoken comment, in bytes: two minutes are one megabyte as browsers record speech, and a few as some do. */
export const LARGEST_SPOKEN = 16 * MB;
/** Most answers to one comment. */
export const MOST_ANSWERS = 100;
/** Most phrases that somebody keeps for themselves, and most of a course. */
export const MOST_PHRASES = 200;
/** Longest recording that something is said of, in seconds: a day. */
export const LONGEST_SPAN_S = 24 * 60 * 60;
/** Most rows and columns of a table: those of the largest sheets there are. */
export const MOST_CELLS = 2 ** 20;
/** Most points that work can be worth, and most of one level of a rubric. */
export const MOST_POINTS = 1000;
export const MOST_LEVEL_POINTS = 100;
/** How much one assignment counts beside others. */
export const MOST_WEIGHT = 1000;
/** Most criteria of a rubric, and fewest and most levels of each. */
export const MOST_CRITERIA = 12;
export const FEWEST_LEVELS = 2;
export const MOST_LEVELS = 8;
