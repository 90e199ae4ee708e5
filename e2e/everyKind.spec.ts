import fs from 'node:fs';
import path from 'node:path';
import type { Locator } from '@playwright/test';
import { axeFindings, expect, openDemo, test, toDesk } from './support/journey';
import { root } from './support/paths';
import { openAssignment } from './support/tray';

const folder = path.join(root, 'e2e/files/every');

/** How the work lies on the desk: what of it a teacher would look for. */
type Shown = (work: Locator, name: string) => Promise<void>;

const picture: Shown = async (work, name) => {
  const shown = work.getByRole('img', { name: new RegExp(`\\.${name.split('.').at(-1)}$`) });
  await expect(shown).toBeVisible();
  await expect.poll(() => shown.evaluate((one: HTMLImageElement) => one.naturalWidth)).toBeGreaterThan(0);
};
const saying =
  (...texts: (string | RegExp)[]): Shown =>
  async (work) => {
    for (const text of texts) await expect(work.getByText(text).first()).toBeVisible();
  };
/** A page that is drawn has more than one colour. */
const drawnPage: Shown = async (work) => {
  const page = work.locator('canvas').first();
  await expect(page).toBeVisible();
  await expect
    .poll(() =>
      page.evaluate((canvas: HTMLCanvasElement) => {
        const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
        const colours = new Set<number>();
        for (let i = 0; i < data.length && colours.size < 3; i += 4)
          colours.add((data[i]! << 16) | (data[i + 1]! << 8) | data[i + 2]!);
        return colours.size;
      }),
    )
    .toBeGreaterThan(1);
};
const plays =
  (tag: 'audio' | 'video'): Shown =>
  async (work) => {
    const player = work.locator(tag);
    await expect
      .poll(() => player.evaluate((one: HTMLMediaElement) => one.readyState))
      .toBeGreaterThanOrEqual(1);
    await expect(work.getByText(/can’t be played|Only the sound/)).toHaveCount(0);
  };
const walk: Shown = async (work) => {
  await expect(work.getByText(/^2\.\d\d km · .*40 points/)).toBeVisible();
  await expect(work.getByRole('img', { name: /^The way of .* north at the top$/ })).toBeVisible();
};
const table: Shown = saying('Monday', /4,1/, /read twice/);
const damaged = saying(/ is damaged, or made in a way that can’t be shown here/);
const cut = saying(/ is cut off: its end did not arrive\. Ask for it again/);
const unplayable = saying(/ can’t be played here: it is damaged, or recorded in a way/);
const locked = saying(/ asks for a password, so it can’t be shown here/);
const notShown = (firstBytes: RegExp) => saying(/can’t be shown here\. Download it/, firstBytes);

const report = saying('Weir report', /The water rose after the rain/, /read by Anaïs Đặng/);
const slides = saying('What the weir told us', 'Begin with the picture.', '41 cm');

/** Every file that lies in the folder, and how it is shown or refused. */
const files: Record<string, Shown> = {
  'photo.jpg': picture,
  'picture.png': picture,
  'picture.webp': picture,
  'picture.avif': picture,
  'picture.bmp': picture,
  'moving.gif': picture,
  'drawing.svg': picture,
  'photo.heic': picture,
  'scan.tiff': notShown(/By its first bytes it is image\/tiff/),
  'picture.jp2': notShown(/By its first bytes it is image\/jp2/),
  'cut-photo.jpg': cut,
  'cut-picture.png': cut,
  'cut-moving.gif': cut,
  'cut-picture.webp': cut,
  'cut-picture.avif': cut,
  'cut-drawing.svg': damaged,
  'cut-photo.heic': damaged,

  'report.pdf': drawnPage,
  'scan-jpeg2000.pdf': drawnPage,
  'scan-fax.pdf': drawnPage,
  'chinese.pdf': drawnPage,
  'locked-report.pdf': locked,
  'cut-report.pdf': damaged,

  'report.docx': report,
  'report.odt': report,
  'report.rtf': report,
  'report.epub': report,
  'report.doc': notShown(/By its first bytes it is application\/msword/),
  'locked-report.docx': locked,
  'locked-report.odt': locked,
  'cut-report.docx': damaged,
  'cut-report.odt': damaged,
  'cut-report.epub': damaged,
  'talk.pptx': slides,
  'talk.odp': slides,
  'cut-talk.pptx': damaged,
  'cut-talk.odp': damaged,

  'heights.xlsx': table,
  'heights.ods': table,
  'heights.csv': table,
  'heights.xls': notShown(/By its first bytes it is application\/vnd\.ms-excel/),
  'locked-heights.xlsx': locked,
  'locked-heights.ods': locked,
  'cut-heights.xlsx': damaged,
  'cut-heights.ods': damaged,

  'report.md': report,
  'notes.txt': saying(/Monday 41/),
  'gauge.py': async (work, name) => {
    await saying(/The day on which the water stood highest/)(work, name);
    await expect.poll(() => work.page().evaluate(() => CSS.highlights.get('code-number')?.size)).toBe(2);
  },
  'data.json': saying(/"Tuesday"/),

  'walk.gpx': walk,
  'walk.kml': walk,
  'walk.kmz': walk,
  'walk.geojson': walk,
  'cut-walk.gpx': damaged,

  'sound.wav': plays('audio'),
  'sound.mp3': plays('audio'),
  'sound.flac': plays('audio'),
  'sound.ogg': plays('audio'),
  'sound.m4a': plays('audio'),
  'sound.amr': unplayable,
  'cut-sound.m4a': unplayable,
  'film.mp4': plays('video'),
  'film.webm': plays('video'),
  'film.avi': unplayable,
  'cut-film.mp4': cut,
  // Where a browser knows no such recording; some know it.
  'film-h265.mp4': saying(/Only the sound of this video can be played here/),

  'folder.zip': saying('3 files in it, 3.2 kB unpacked.', /gauge é\.png/),
  'locked-folder.zip': saying(/A password is needed to open them\./, /gauge é\.png/),
  'cut-folder.zip': damaged,
  'talk.key': saying(/A picture of itself, as the program that made it left it\./),
  'folder.7z': notShown(/By its first bytes it is application\/x-7z-compressed/),
  'folder.tar.gz': notShown(/By its first bytes it is application\/gzip/),
  'model.stl': notShown(/.*/),
  'unknown.xyz': notShown(/Its first bytes are those of no kind of file that is known here/),
};
const names = Object.keys(files);

/** A file for each way of being shown. */
const oneOfEachView = new Set(
  'cut-photo.jpg photo.heic report.epub talk.pptx report.rtf gauge.py walk.gpx sound.wav film-h265.mp4 folder.zip talk.key folder.7z'.split(
    ' ',
  ),
);

test('every kind of file that people send is shown, or says why not and can be downloaded', async ({
  browser,
}) => {
  expect(names.toSorted()).toEqual(fs.readdirSync(folder).toSorted());
  const { visit } = await openDemo(browser);
  const student = await visit('mturoa');
  await openAssignment(student.page, /Stream gauge log/);
  const here = student.page.url();
  const MOST = 20;
  for (let from = 0; from < names.length; from += MOST) {
    const some = names.slice(from, from + MOST);
    await student.page.goto(here);
    await student.page
      .getByLabel('Files to turn in')
      .setInputFiles(some.map((name) => path.join(folder, name)));
    await student.page.getByRole('button', { name: `Turn in ${some.length} pieces` }).click();
    await expect(student.page.getByRole('heading', { name: 'It arrived.' })).toBeVisible();
  }

  const { page, faults } = await visit('itamsin');
  await toDesk(page, 5, 'Stream gauge log');
  await page.getByRole('button', { name: /^Tūroa, Mere/ }).click();
  await expect(page.getByRole('region', { name: 'Review' }).getByRole('heading')).toContainText('Tūroa');
  const work = page.getByRole('region', { name: 'The work' });
  const pieces = work.getByRole('group', { name: 'Pieces' }).getByRole('button');
  await expect(pieces).toHaveCount(names.length);
  const strip = page.getByRole('region', { name: 'Name strip' });
  const seen: string[] = [];
  for (let i = 0; i < names.length; i += 1) {
    const piece = pieces.nth(i);
    await piece.click();
    await expect(piece).toHaveAttribute('aria-pressed', 'true');
    const name = await work.locator('p', { hasText: 'came as' }).locator('code').innerText();
    seen.push(name);
    // The strip tells the name of what is looked at, not of what lies on top.
    await expect(strip).toContainText(`came as ${name}`);
    await test.step(name, async () => {
      await files[name]!(work, name);
      if (oneOfEachView.has(name)) expect(await axeFindings(page)).toEqual([]);
    });
  }
  expect(seen.toSorted()).toEqual(names.toSorted());
  expect(faults).toEqual([]);
});
