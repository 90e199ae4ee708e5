import { repeat } from '../platform/repeat';
import type { School } from '../platform/School';
import { writeDigests } from './digest';
import { writeWeeks } from './weekly';
import { sendDue } from '../platform/mail/outbox';

/** How often it is looked whether a letter is to go, and whether those of a day or a week are to be written, in milliseconds. */
const SEND_EVERY_MS = 2000;
const DIGEST_EVERY_MS = 10_000;

/** Sends letters and writes those of a day and a week while the server runs; the answer ends that. */
export function openPost(school: School): () => void {
  if (!school.mail) return () => {};
  const stops = [
    repeat(school, SEND_EVERY_MS, () => sendDue(school)),
    repeat(school, DIGEST_EVERY_MS, () => writeDigests(school)),
    repeat(school, DIGEST_EVERY_MS, () => writeWeeks(school)),
  ];
  return () => stops.forEach((stop) => stop());
}
