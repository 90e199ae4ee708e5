/** What ODT and ODS have in common: the text of a paragraph (OpenDocument 1.3 part 3, section 6.1). */

/** White space that is written as an element. */
export function spaceOf(name: string, attributes: Record<string, string>): string {
  switch (name) {
    case 'text:s':
      return ' '.repeat(Math.min(Number(attributes['text:c'] ?? 1) || 1, MOST_SPACES));
    case 'text:tab':
      return '\t';
    case 'text:line-break':
      return '\n';
    default:
      return '';
  }
}

/** White space that stands in the file is one space (section 6.1.2). */
export const foldSpace = (text: string): string => text.replace(/[\t\r\n ]+/g, ' ');

/** Nobody sets a thousand spaces to be read. */
const MOST_SPACES = 1000;

/** What is said beside the text, and what was taken out of it. */
export const ASIDE: ReadonlySet<string> = new Set([
  'office:annotation',
  'text:tracked-changes',
  'text:ruby-text',
  'table:tracked-changes',
]);
