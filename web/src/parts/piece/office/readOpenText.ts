/** What open documents have in common: their package, and the text of a paragraph (OpenDocument 1.3 part 3, section 6.1). */
import { OfficePackage } from './openPackage';
import { Unreadable } from './Unreadable';

const CONTENT = 'content.xml';
const MANIFEST = 'META-INF/manifest.xml';

/** The package of a document and its content; throws where there is none, or a password locks it (OpenDocument 1.3 part 2, 4.3). */
export function openContent(
  bytes: ArrayBuffer,
  wanted: RegExp | null,
): { opened: OfficePackage; content: string } {
  const opened = new OfficePackage(
    bytes,
    (name) => name === CONTENT || name === MANIFEST || Boolean(wanted?.test(name)),
  );
  if (opened.text(MANIFEST)?.includes('<manifest:encryption-data')) throw new Unreadable('password');
  const content = opened.text(CONTENT);
  if (content === null) throw new Unreadable('damaged');
  return { opened, content };
}

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
