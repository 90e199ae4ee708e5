import type { Call, StreamHandlers } from '../platform/http/call';
import { setDownload } from '../platform/http/send';
import { readAnnotations } from './annotations';

/** JSON-LD, as the Web Annotation Protocol names it (section 3.1). */
const ANNOTATIONS = 'application/ld+json; profile="http://www.w3.org/ns/anno.jsonld"';

function sendAnnotations({ school, params, response }: Call<'readAnnotations'>): void {
  const collection = readAnnotations(school.db, params.assignmentId);
  setDownload(response, `Comments ${collection.label}.jsonld`, ANNOTATIONS);
  response.end(JSON.stringify(collection, null, 1));
}

export const reviewStreams = { readAnnotations: sendAnnotations } satisfies Partial<StreamHandlers>;
