import { strToU8, zipSync } from 'fflate';
import type { Call, StreamHandlers } from '../platform/http/call';
import { findCourse } from '../courses/courses';
import { findSpoken } from './spoken';
import { CSV, sendKept, setDownload } from '../platform/http/send';
import { marksOut } from './marksOut';
import { readAnnotations } from './annotations';

/** JSON-LD, as the Web Annotation Protocol names it (section 3.1). */
const ANNOTATIONS = 'application/ld+json; profile="http://www.w3.org/ns/anno.jsonld"';

/** ECMA-376, part 1: a workbook. */
const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

function sendAnnotations({ school, params, response }: Call<'readAnnotations'>): void {
  const collection = readAnnotations(school.db, params.assignmentId);
  setDownload(response, `Comments ${collection.label}.jsonld`, ANNOTATIONS);
  response.end(JSON.stringify(collection, null, 1));
}

async function sendMarks({ school, params, query, response }: Call<'readMarksFile'>): Promise<void> {
  const marks = marksOut(school.db, params.courseId, school.now());
  const name = `${findCourse(school.db, params.courseId).title} marks ${school.now().slice(0, 10)}`;
  switch (query.as) {
    case 'csv':
      setDownload(response, `${name}.csv`, CSV);
      return void response.end(marks.table());
    case 'details':
      setDownload(response, `${name}, details.csv`, CSV);
      return void response.end(marks.details());
    case 'xlsx': {
      const book = await marks.workbook();
      setDownload(response, `${name}.xlsx`, XLSX);
      return void response.end(book);
    }
    case 'oneroster':
      setDownload(response, `${name}, gradebook.zip`, 'application/zip');
      return void response.end(packed(marks.gradebook()));
  }
}

/** The files of a package as a ZIP. */
function packed(files: readonly { name: string; text: string }[]): Uint8Array {
  return zipSync(Object.fromEntries(files.map(({ name, text }) => [name, strToU8(text)])));
}

async function sendSpoken({ school, params, access, response }: Call<'readSpoken'>): Promise<void> {
  const forStudent = access.because.kind === 'own';
  const sound = findSpoken(school.db, params.submissionId, params.commentId, forStudent);
  await sendKept(school, sound, false, response);
}

export const reviewStreams = {
  readSpoken: sendSpoken,
  readAnnotations: sendAnnotations,
  readMarksFile: sendMarks,
} satisfies Partial<StreamHandlers>;
