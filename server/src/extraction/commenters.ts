import { readXml } from './readXml';

interface Place {
  part: RegExp;
  element: string;
  /** The attribute that says it; without one the text of the element does. */
  attribute?: string;
  /** The element around it, where others of its name say something else. */
  within?: string;
}

/** Where a document says who made comments in it (ECMA-376 part 1, 17.13.4, 18.7 and 19.4; ODF 1.3 part 3, 14.1). */
const PLACES: readonly Place[] = [
  { part: /^word\/comments\.xml$/u, element: 'w:comment', attribute: 'w:author' },
  { part: /^ppt\/commentAuthors\.xml$/u, element: 'p:cmAuthor', attribute: 'name' },
  { part: /^xl\/comments\d*\.xml$/u, element: 'author' },
  { part: /^content\.xml$/u, element: 'dc:creator', within: 'office:annotation' },
];

/** People of one part that are looked at. */
const MOST = 20;

/** Whether a part of a document can say who made comments. */
export const hasCommenters = (part: string) => PLACES.some((place) => place.part.test(part));

/** Who made comments, as one part of a document says. */
export function commentersIn(name: string, xml: string): string[] {
  const place = PLACES.find(({ part }) => part.test(name));
  if (!place) return [];
  const { element, attribute, within } = place;
  if (within !== undefined && !xml.includes(`<${within}`)) return [];
  const found: string[] = [];
  let depth = within === undefined ? 1 : 0;
  let isHere = false;
  readXml(
    xml,
    {
      open: (tag, attributes) => {
        if (tag === within) depth += 1;
        isHere = tag === element && depth > 0;
        if (isHere) found.push(attribute === undefined ? '' : (attributes[attribute] ?? ''));
      },
      text: (text) => {
        if (isHere && attribute === undefined) found[found.length - 1] += text;
      },
      close: (tag) => {
        isHere = false;
        if (tag === within) depth -= 1;
      },
    },
    { isEnough: () => found.length > MOST },
  );
  return found;
}
