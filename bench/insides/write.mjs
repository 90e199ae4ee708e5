// node bench/insides/write.mjs [--install] < pieces.json: writes the pieces [{ writer, file, piece }] as real files, each by the
// writer it names. `piece` is as in bench/src/insides/kinds.ts; a writer is only given what it can write.
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { text } from 'node:stream/consumers';
import { installWriters, python, requireWriter, run } from './tools.mjs';

if (process.argv.includes('--install')) installWriters();

async function writeDocx(made) {
  const docx = requireWriter('docx');
  const paragraph = (line) => new docx.Paragraph(line);
  const cell = (line) => new docx.TableCell({ children: [paragraph(line)] });
  for (const { file, piece } of made) {
    const rows = (piece.rows ?? []).map((row) => new docx.TableRow({ children: row.map(cell) }));
    const document = new docx.Document({
      ...(piece.author ? { creator: piece.author } : {}),
      ...(piece.changedBy ? { lastModifiedBy: piece.changedBy } : {}),
      sections: [
        {
          headers: piece.header ? { default: new docx.Header({ children: [paragraph(piece.header)] }) } : {},
          children: [...(rows.length > 0 ? [new docx.Table({ rows })] : []), ...piece.lines.map(paragraph)],
        },
      ],
    });
    fs.writeFileSync(file, await docx.Packer.toBuffer(document));
  }
}

async function writeExcelJs(made) {
  const ExcelJS = requireWriter('exceljs');
  for (const { file, piece } of made) {
    const book = new ExcelJS.Workbook();
    if (piece.author) book.creator = piece.author;
    if (piece.changedBy) book.lastModifiedBy = piece.changedBy;
    const sheet = book.addWorksheet('Sheet1');
    if (piece.header) sheet.headerFooter.oddHeader = `&L${piece.header}`;
    for (const row of piece.rows ?? []) sheet.addRow(row);
    for (const line of piece.lines) sheet.addRow([line]);
    await book.xlsx.writeFile(file);
  }
}

async function writePptxGenJs(made) {
  const Pptx = requireWriter('pptxgenjs');
  for (const { file, piece } of made) {
    const show = new Pptx();
    if (piece.author) show.author = piece.author;
    const slide = show.addSlide();
    if (piece.rows)
      slide.addTable(
        piece.rows.map((row) => row.map((line) => ({ text: line }))),
        { x: 0.5, y: 0.3 },
      );
    piece.lines.forEach((line, i) => slide.addText(line, { x: 0.5, y: 2 + i * 0.6, w: 9, h: 0.5 }));
    await show.writeFile({ fileName: file });
  }
}

async function writePdfLib(made) {
  const { PDFDocument, StandardFonts } = requireWriter('pdf-lib');
  for (const { file, piece } of made) {
    const pdf = await PDFDocument.create();
    if (piece.author) pdf.setAuthor(piece.author);
    const font = await pdf.embedFont(StandardFonts.Helvetica);
    const page = pdf.addPage([595, 842]);
    const draw = (line, x, y) => page.drawText(line, { x, y, size: 10, font });
    let y = 800;
    for (const line of piece.header ? [piece.header] : []) draw(line, 60, (y -= 18));
    for (const row of piece.rows ?? []) {
      y -= 18;
      row.forEach((line, i) => draw(line, 60 + i * 160, y));
    }
    for (const line of piece.lines) draw(line, 60, (y -= 18));
    fs.writeFileSync(file, await pdf.save());
  }
}

const PYTHON_DOCX = `
import docx, json, sys
for one in json.load(sys.stdin):
    piece = one['piece']
    d = docx.Document()
    d.core_properties.author = piece.get('author', '')
    d.core_properties.last_modified_by = piece.get('changedBy', '')
    if piece.get('header'):
        d.sections[0].header.paragraphs[0].text = piece['header']
    rows = piece.get('rows') or []
    if rows:
        t = d.add_table(rows=len(rows), cols=max(len(r) for r in rows))
        for i, r in enumerate(rows):
            for j, c in enumerate(r):
                t.cell(i, j).text = c
    for line in piece['lines']:
        d.add_paragraph(line)
    d.save(one['file'])
`;
const writePythonDocx = (made) => python(PYTHON_DOCX, JSON.stringify(made));

/** What Debian's LibreOffice makes of documents: it opens them and saves them as `kind`. */
const writeLibreOffice = (kind) => (made) => {
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'vestibul-office-'));
  const sources = made.map(({ piece }, i) => ({ file: path.join(folder, `${i}.docx`), piece }));
  writePythonDocx(sources);
  run('soffice', [
    `-env:UserInstallation=file://${folder}/profile`,
    '--headless',
    '--convert-to',
    kind,
    '--outdir',
    path.join(folder, 'out'),
    ...sources.map(({ file }) => file),
  ]);
  made.forEach(({ file }, i) => fs.copyFileSync(path.join(folder, 'out', `${i}.${kind}`), file));
  fs.rmSync(folder, { recursive: true });
};

/** Markdown of a piece: its rows as a table, each line a paragraph. */
function markdownOf({ rows = [], lines }) {
  const plain = (line) => line.replace(/([\\`*_{}[\]()#+.!|<>-])/g, '\\$1');
  const [head, ...body] = rows.map((row) => `| ${row.map(plain).join(' | ')} |`);
  const table = head ? [head, `|${rows[0].map(() => ' --- |').join('')}`, ...body, ''] : [];
  return [...table, ...lines.flatMap((line) => [plain(line), ''])].join('\n');
}
const writePandoc = (kind) => (made) => {
  for (const { file, piece } of made)
    run('pandoc', ['-s', '-M', 'pagetitle=-', '-f', 'markdown', '-t', kind, '-o', file], markdownOf(piece));
};

function writeExifTool(made) {
  const picture = made[0].file;
  run('convert', ['-size', '16x16', 'xc:#446688', picture]);
  for (const { file } of made.slice(1)) fs.copyFileSync(picture, file);
  for (const { file, piece } of made)
    if (piece.author)
      run('exiftool', [
        '-q',
        '-overwrite_original',
        `-XMP-dc:Creator=${piece.author}`,
        `-EXIF:Artist=${piece.author}`,
        file,
      ]);
}
function writeImageMagick(made) {
  for (const { file, piece } of made)
    run('convert', [
      '-size',
      '16x16',
      'xc:#446688',
      ...(piece.author ? ['-set', 'Author', piece.author] : []),
      file,
    ]);
}
function writeFfmpeg(made) {
  for (const { file, piece } of made)
    run('ffmpeg', [
      ...['-loglevel', 'error', '-y', '-f', 'lavfi', '-i', 'anullsrc=r=8000:cl=mono', '-t', '0.2'],
      ...(piece.author ? ['-metadata', `artist=${piece.author}`] : []),
      file,
    ]);
}

const writers = {
  docx: writeDocx,
  exceljs: writeExcelJs,
  pptxgenjs: writePptxGenJs,
  'pdf-lib': writePdfLib,
  'python-docx': writePythonDocx,
  'LibreOffice odt': writeLibreOffice('odt'),
  'LibreOffice pdf': writeLibreOffice('pdf'),
  'pandoc html': writePandoc('html'),
  'pandoc odt': writePandoc('odt'),
  'pandoc rtf': writePandoc('rtf'),
  'pandoc pptx': writePandoc('pptx'),
  exiftool: writeExifTool,
  ImageMagick: writeImageMagick,
  ffmpeg: writeFfmpeg,
};

const pieces = JSON.parse(await text(process.stdin));
for (const [name, write] of Object.entries(writers)) {
  const made = pieces.filter(({ writer }) => writer === name);
  if (made.length > 0) await write(made);
}
