import { BYTE_ORDER_MARK, type PeopleFormat } from '@vestibul/core';
import { peopleFile } from './roster';
import { findCourse } from '../courses/courses';
import type { Call, StreamHandlers } from '../platform/http/call';
import { setDownload, CSV } from '../platform/http/send';

/** How each format of a list of people is sent (RFC 7111, IANA media types, RFC 6350). */
const peopleFiles = {
  csv: { type: CSV, extension: 'csv' },
  tsv: { type: 'text/tab-separated-values; charset=utf-8', extension: 'tsv' },
  vcard: { type: 'text/vcard; charset=utf-8', extension: 'vcf' },
} as const satisfies Record<PeopleFormat, { type: string; extension: string }>;

function sendPeople({ school, params, query, response }: Call<'readPeopleFile'>): void {
  const course = findCourse(school.db, params.courseId);
  const { type, extension } = peopleFiles[query.format];
  setDownload(response, `${course.title} people ${school.now().slice(0, 10)}.${extension}`, type);
  // Office programs take a list for UTF-8 only when it starts with a byte-order mark; a vCard must not have one.
  response.end(
    `${query.format === 'vcard' ? '' : BYTE_ORDER_MARK}${peopleFile(school, params.courseId, query)}`,
  );
}

export const rosterStreams = { readPeopleFile: sendPeople } satisfies Partial<StreamHandlers>;
