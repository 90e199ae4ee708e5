// node bench/insides/make.mjs FOLDER [--install]: one small file of each kind and writer, none of them ours, with what is
// written in each in expected.json. The tests read what is kept of it in server/src/extraction/testing/files.
import fs from 'node:fs';
import path from 'node:path';
import { installWriters, python, requireWriter as require, run } from './tools.mjs';

const [folder, ...more] = process.argv.slice(2);
if (!folder) {
  console.error('usage: node bench/insides/make.mjs FOLDER [--install]');
  process.exit(2);
}
if (more.includes('--install')) installWriters();

/** Whose the made pieces are, whose machine they were made on, and who saved them last. */
const OWNER = 'Chidi Abara';
const MAKER = 'Mai Đặng';
const SAVER = 'Ottoline Quayle';
const PROSE = 'The water rose after the rain of Monday and fell again before the weekend came to its end.';

fs.mkdirSync(folder, { recursive: true });
const at = (name) => path.join(folder, name);
const expected = {};
/** Keeps what a file must be read as: those of its parts that hold the words. */
const expect = (name, facts) => (expected[name] = facts);

async function office() {
  const ExcelJS = require('exceljs');
  const book = new ExcelJS.Workbook();
  book.creator = MAKER;
  book.lastModifiedBy = SAVER;
  const sheet = book.addWorksheet('Gauge log');
  sheet.addRow(['Name', OWNER]);
  sheet.addRow(['Period', 2]);
  sheet.addRow(['Depth', 42.5]);
  await book.xlsx.writeFile(at('exceljs.xlsx'));
  expect('exceljs.xlsx', {
    authors: [MAKER],
    changedBy: [SAVER],
    text: [OWNER, 'Gauge log', '42.5'],
    owner: OWNER,
  });

  const docx = require('docx');
  const line = (text) => new docx.Paragraph(text);
  const document = new docx.Document({
    creator: MAKER,
    lastModifiedBy: SAVER,
    title: 'Stream Gauge Log',
    customProperties: [{ name: 'Student', value: OWNER }],
    sections: [
      {
        headers: { default: new docx.Header({ children: [line(`Name: ${OWNER}`)] }) },
        footers: { default: new docx.Footer({ children: [line('Period 2')] }) },
        children: [line('Stream Gauge Log'), line(PROSE)],
      },
    ],
  });
  fs.writeFileSync(at('docx.docx'), await docx.Packer.toBuffer(document));
  expect('docx.docx', {
    authors: [MAKER],
    changedBy: [SAVER],
    title: 'Stream Gauge Log',
    header: [`Name: ${OWNER}`, 'Period 2'],
    fields: [`Student: ${OWNER}`],
    text: [PROSE],
    owner: OWNER,
  });

  const Pptx = require('pptxgenjs');
  const show = new Pptx();
  show.author = MAKER;
  show.title = 'Weir';
  const slide = show.addSlide();
  slide.addText('The weir in spring', { x: 1, y: 1, w: 6, h: 1 });
  slide.addText(`by ${OWNER}`, { x: 1, y: 3, w: 6, h: 1 });
  await show.writeFile({ fileName: at('pptxgenjs.pptx') });
  expect('pptxgenjs.pptx', { authors: [MAKER], title: 'Weir', text: [`by ${OWNER}`], owner: OWNER });

  const { PDFDocument, StandardFonts } = require('pdf-lib');
  const pdf = await PDFDocument.create();
  pdf.setAuthor('Ana Lindqvist');
  pdf.setTitle('Weir form');
  const page = pdf.addPage([300, 400]);
  page.drawText('A form about the weir', {
    x: 20,
    y: 360,
    size: 12,
    font: await pdf.embedFont(StandardFonts.Helvetica),
  });
  const field = pdf.getForm().createTextField('Name');
  field.setText(OWNER);
  field.addToPage(page, { x: 20, y: 300, width: 200, height: 20 });
  fs.writeFileSync(at('pdf-lib.pdf'), await pdf.save());
  expect('pdf-lib.pdf', {
    authors: ['Ana Lindqvist'],
    title: 'Weir form',
    fields: [`Name: ${OWNER}`],
    owner: OWNER,
  });

  python(
    `
import docx, sys
d = docx.Document()
d.core_properties.author = ${JSON.stringify(MAKER)}
d.core_properties.last_modified_by = ${JSON.stringify(SAVER)}
t = d.add_table(rows=2, cols=2)
t.cell(0, 0).text = 'Name'; t.cell(0, 1).text = ${JSON.stringify(OWNER)}
t.cell(1, 0).text = 'Partner'; t.cell(1, 1).text = ''
d.add_paragraph(${JSON.stringify(PROSE)})
d.save(${JSON.stringify(at('python-docx.docx'))})
`,
  );
  expect('python-docx.docx', {
    authors: [MAKER],
    changedBy: [SAVER],
    text: [`Name ${OWNER}`],
    owner: OWNER,
  });
}

function texts() {
  const source = `---\ntitle: Weir report\nauthor: ${OWNER}\n---\n\n# Weir report\n\n${PROSE}\n`;
  fs.writeFileSync(at('front.md'), source);
  expect('front.md', { text: [`author: ${OWNER}`], owner: OWNER });
  for (const kind of ['docx', 'odt', 'html', 'rtf']) {
    run('pandoc', ['-s', '-f', 'markdown', '-t', kind, '-o', at(`pandoc.${kind}`)], source);
    expect(`pandoc.${kind}`, { text: [OWNER, 'The water rose'], owner: OWNER });
  }
  python(
    `
from email.message import EmailMessage
m = EmailMessage()
m['From'] = ${JSON.stringify(`"${MAKER}" <mai@x.example>`)}
m['To'] = 'teacher@x.example'
m['Subject'] = 'my stream gauge log'
m.set_content('Name: ' + ${JSON.stringify(OWNER)} + '\\n\\nHere it is.\\n')
open(${JSON.stringify(at('python.eml'))}, 'wb').write(m.as_bytes())
`,
  );
  expect('python.eml', {
    authors: [MAKER],
    title: 'my stream gauge log',
    text: [`Name: ${OWNER}`],
    owner: OWNER,
  });
}

function media() {
  run('convert', ['-size', '16x16', 'xc:#446688', at('exiftool.jpg')]);
  run('exiftool', [
    '-q',
    '-overwrite_original',
    '-charset',
    'UTF8',
    `-XMP-dc:Creator=${MAKER}`,
    `-IPTC:By-line=Mai Dang`,
    `-EXIF:Artist=Mai Dang`,
    '-XMP-dc:Title=Weir in spring',
    at('exiftool.jpg'),
  ]);
  expect('exiftool.jpg', { authors: [MAKER, 'Mai Dang'], title: 'Weir in spring' });
  run('convert', [
    '-size',
    '16x16',
    'xc:#446688',
    '-set',
    'Author',
    OWNER,
    '-set',
    'Title',
    'Weir',
    at('imagemagick.png'),
  ]);
  expect('imagemagick.png', { authors: [OWNER], title: 'Weir' });
  for (const name of ['ffmpeg.mp3', 'ffmpeg.m4a', 'ffmpeg.mka', 'ffmpeg.ogg', 'ffmpeg.flac']) {
    run('ffmpeg', [
      '-loglevel',
      'error',
      '-y',
      '-f',
      'lavfi',
      '-i',
      'anullsrc=r=8000:cl=mono',
      '-t',
      '0.2',
      '-metadata',
      `artist=${MAKER}`,
      '-metadata',
      'title=Interview at the weir',
      at(name),
    ]);
    expect(name, { authors: [MAKER], title: 'Interview at the weir' });
  }
  fs.writeFileSync(
    at('track.gpx'),
    `<?xml version="1.0"?>
<gpx version="1.1" creator="logger" xmlns="http://www.topografix.com/GPX/1/1">
<metadata><name>Walk to the weir</name><author><name>${MAKER}</name></author></metadata>
<trk><name>${OWNER}</name><trkseg><trkpt lat="51.5" lon="-1.2"/></trkseg></trk></gpx>
`,
  );
  expect('track.gpx', { authors: [MAKER], title: 'Walk to the weir', text: [OWNER] });
  fs.writeFileSync(
    at('drawing.svg'),
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 90 20"><title>Weir plan</title>
<text x="2" y="12">Name: ${OWNER}</text></svg>
`,
  );
  expect('drawing.svg', { title: 'Weir plan', text: [`Name: ${OWNER}`], owner: OWNER });
}

/** A form of one row, which is somebody's, and a list of marks, which is nobody's; as each writer makes tables. */
function tables() {
  const form = [
    ['Name', 'Date', 'Period'],
    [OWNER, '3 May', '2'],
  ];
  const marks = [
    ['Name', 'Score'],
    [OWNER, '10'],
    [MAKER, '9'],
  ];
  const write = (name, writer, extension, rows, facts) => {
    const file = at(`${name}.${extension}`);
    run(
      process.execPath,
      [path.join(import.meta.dirname, 'write.mjs')],
      JSON.stringify([{ writer, file, piece: { rows, lines: [PROSE] } }]),
    );
    expect(`${name}.${extension}`, facts);
  };
  for (const [writer, extension] of [
    ['pandoc odt', 'odt'],
    ['pandoc rtf', 'rtf'],
    ['pandoc pptx', 'pptx'],
    ['LibreOffice odt', 'odt'],
    ['LibreOffice pdf', 'pdf'],
  ]) {
    const name = writer.split(' ')[0].toLowerCase();
    write(`${name}-form`, writer, extension, form, { text: [OWNER, PROSE], owner: OWNER });
    write(`${name}-marks`, writer, extension, marks, { text: [OWNER, MAKER, PROSE], owner: null });
  }
}

await office();
texts();
media();
tables();
fs.writeFileSync(at('expected.json'), `${JSON.stringify(expected, null, 2)}\n`);
console.log(`${Object.keys(expected).length} files`);
