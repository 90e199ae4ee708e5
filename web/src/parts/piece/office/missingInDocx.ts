import { OfficePackage, walkXml } from './openPackage';
import type { Unshown } from './ReadDocument';

/** Elements of a document that its HTML leaves out, by what they are (ECMA-376 part 1, sections 17 and 22). */
const LEFT_OUT: Readonly<Record<string, Unshown>> = {
  'm:oMath': 'equations',
  'w:del': 'words that were taken out',
  'w:commentReference': 'comments',
  'w:txbxContent': 'text boxes',
  'c:chart': 'charts',
  'wps:wsp': 'drawings',
};

const DOCUMENT = 'word/document.xml';

/**
 * What a DOCX has that is not shown in place. Where something is written in two ways (ECMA-376 part 3, section 9.3), the simpler
 * one, in which a text box is shown, is what is read.
 */
export function missingInDocx(bytes: ArrayBuffer): Unshown[] {
  const missing = new Set<Unshown>();
  /** What stands in the other way alone; null outside of such a place. */
  let otherWay: Set<Unshown> | null = null;
  let shownBoxes = 0;
  walkXml(new OfficePackage(bytes, (name) => name === DOCUMENT).text(DOCUMENT) ?? '', {
    open(name) {
      if (name === 'mc:Choice') otherWay = new Set();
      if (name === 'mc:Fallback') otherWay = null;
      if (name === 'v:textbox') shownBoxes += 1;
      const unshown = LEFT_OUT[name];
      if (unshown && !(shownBoxes > 0 && unshown === 'text boxes')) (otherWay ?? missing).add(unshown);
    },
    close(name) {
      if (name === 'v:textbox') shownBoxes -= 1;
      if (name !== 'mc:AlternateContent') return;
      for (const unshown of otherWay ?? []) missing.add(unshown);
      otherWay = null;
    },
  });
  // A text box is a drawn shape too, and is told as what it is.
  if (missing.has('text boxes')) missing.delete('drawings');
  return [...missing];
}
