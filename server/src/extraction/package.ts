import { nothing, type Inside, type Reach } from './Inside';
import { readPdfBytes } from './pdf';
import { readBytesOfParts } from './readParts';
import { readXml } from './readXml';

/** The picture of itself that a program keeps in its package, and what it lists of itself (common practice, no source). */
const PREVIEW = /(?:^|\/)preview\.pdf$/iu;
const LISTS = /\.plist$/iu;

/**
 * A program's document that is a ZIP of its own kind: the text of its preview, and its property lists as fields. Lists in
 * binary are passed over: their parts can refer to each other without end.
 */
export async function readPackage(file: string, reach: Reach): Promise<Inside> {
  const parts = await readBytesOfParts(file, (name) => PREVIEW.test(name) || LISTS.test(name), reach);
  const preview = [...parts].find(([name]) => PREVIEW.test(name))?.[1];
  const fields = [...parts]
    .filter(([name, bytes]) => LISTS.test(name) && !bytes.subarray(0, 6).equals(BINARY))
    .map(([, bytes]) => fieldsOf(bytes.toString('utf8')));
  const said = preview ? await readPdfBytes(preview, reach) : nothing;
  return { ...said, fields: [said.fields, ...fields].filter(Boolean).join('\n') };
}

const BINARY = Buffer.from('bplist');

/** What a property list says in texts, a line each: `key: text` (Property List DTD 1.0). */
function fieldsOf(list: string): string {
  const lines: string[] = [];
  let within = '';
  let key = '';
  let text = '';
  readXml(list, {
    open: (name) => {
      within = name;
      text = '';
    },
    text: (more) => (text += more),
    close: (name) => {
      if (name === 'key' && within === 'key') key = text.trim();
      else if (name === 'string' && within === 'string') lines.push(`${key}: ${text.trim()}`);
      within = '';
    },
  });
  return lines.join('\n');
}
