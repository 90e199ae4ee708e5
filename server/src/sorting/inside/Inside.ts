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
  commented: [],
};

/** Characters of text kept. */
export const LONGEST_TEXT = 20_000;
