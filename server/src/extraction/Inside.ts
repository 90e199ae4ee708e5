/** What a file says of itself. */
export interface Inside {
  /** Accounts that made it: author fields, who took a picture or played a sound, who sent a letter. */
  authors: string[];
  /** Accounts that changed it last. */
  changedBy: string[];
  title: string;
  /** Its text from the start, as far as it was read, a line for each paragraph; the cells of a table with tabs between. */
  text: string;
  /** What stands at the head and the foot of its pages. */
  header: string;
  /** Answers in the fields of a form and properties that somebody gave it, a line each: `name: value`. */
  fields: string;
  /** What was put in beside text (pictures, notes drawn on a page), each by something that is the same for the same. */
  others: string[];
  /** Who said something about it in a comment of the document: whosoever it is, they are somebody else as a rule. */
  commented: string[];
}

/** A file that says nothing. */
export const nothing: Inside = {
  authors: [],
  changedBy: [],
  title: '',
  text: '',
  header: '',
  fields: '',
  others: [],
  commented: [],
};

/** How far a file is read: by what it begins with it is told whose it is; all of it tells how much was worked in it. */
export interface Reach {
  /** Characters of text. */
  text: number;
  /** Bytes of what is text alone, and of one part of a document. */
  bytes: number;
  partBytes: number;
  parts: number;
  /** Pages, slides and sheets. */
  pages: number;
  slides: number;
  sheets: number;
  /** Whether what is in it beside text is looked for. */
  others: boolean;
}

const MB = 1024 ** 2;

export const beginning: Reach = {
  text: 20_000,
  bytes: MB / 4,
  partBytes: 4 * MB,
  parts: 40,
  pages: 2,
  slides: 3,
  sheets: 3,
  others: false,
};

export const whole: Reach = {
  text: 2_000_000,
  bytes: 8 * MB,
  partBytes: 32 * MB,
  parts: 1000,
  pages: 1000,
  slides: 500,
  sheets: 200,
  others: true,
};
