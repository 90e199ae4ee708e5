import { sayBytes, sayMoment } from '../../parts/ui/format';
import { sayFailure } from '../../parts/messages/sentences';
import type { TrayUpload } from '../../state/api';
import type { Sending } from '../../state/traySlice';

/** What something in the tray was before it got its name here. */
export function sayCame({ kind, originalName, bytes }: TrayUpload): string {
  switch (kind) {
    case 'link':
      return `link · ${originalName}`;
    case 'text':
      return `written here · ${originalName}`;
    case 'drawer':
      return `from your drawer · was ${originalName} · ${sayBytes(bytes)}`;
    case 'recording':
      return `recorded here${bytes > 0 ? ` · ${sayBytes(bytes)}` : ''}`;
    case 'file':
      return `was ${originalName} · ${sayBytes(bytes)}`;
  }
}

/** How each kind of thing gets into the tray. */
const howItCame = {
  file: 'uploaded',
  recording: 'uploaded',
  link: 'added',
  drawer: 'added',
  text: 'saved',
} as const satisfies Record<TrayUpload['kind'], string>;

/** Whether it is there, as it came; else what became of it, and when it is removed. */
export function sayArrival({ arrived, kind, expiresAt }: TrayUpload, zone: string): string {
  if (arrived) return `${howItCame[kind]}, not turned in yet`;
  const stopped =
    kind === 'recording'
      ? 'cut off while it was recorded, or still being recorded in another window'
      : 'stopped half way: choose the same file again to continue';
  return expiresAt ? `${stopped}. It is removed on ${sayMoment(expiresAt, zone)}` : stopped;
}

/** As many sentences as are read in a hurry. */
const MOST_SENTENCES = 2;

/** Why a name is not kept as it came; of a name that lacks nearly everything, as a camera's, just that. */
export function sayWhy(faults: TrayUpload['faults']): string {
  const sentences = faults.flatMap(({ says }) => says.split(/(?<=\.) (?=\p{Lu}|‘)/u));
  return sentences.length <= MOST_SENTENCES
    ? sentences.join(' ')
    : faults.some(({ code }) => code === 'part-missing')
      ? 'The name doesn’t say who you are and which assignment it is for.'
      : `${sentences.slice(0, MOST_SENTENCES).join(' ')} And more.`;
}

/** What is in the tray, and on its way there. */
interface TrayLook {
  uploads: readonly Pick<TrayUpload, 'id' | 'name' | 'kind' | 'arrived'>[];
  sending: readonly Pick<Sending, 'key' | 'originalName' | 'status' | 'failure'>[];
}

/**
 * What has become of the tray between one look at it and the next, for those who hear the page: not how far each file is, but
 * that it is there or can’t be taken.
 */
export function sayTrayChange(before: TrayLook, after: TrayLook): string[] {
  const wasThere = (id: string) => before.uploads.some((upload) => upload.id === id && upload.arrived);
  const hadFailed = (key: string) => before.sending.some((one) => one.key === key && one.status === 'failed');
  const came = after.uploads.filter(({ id, arrived }) => arrived && !wasThere(id));
  const failed = after.sending.filter(({ key, status }) => status === 'failed' && !hadFailed(key));
  return [
    ...came.map(({ name, kind }) => `‘${name}’ is ${howItCame[kind]}, not turned in yet.`),
    ...failed.map((one) => `‘${one.originalName}’ is not in the tray. ${sayFailure(one.failure)}`),
  ];
}

/** What holds a file up on its way, where it is not the connection. */
const waitsFor: Partial<Record<string, string>> = {
  'disk-full': 'no space at the school right now',
  'not-signed-in': 'signed out',
};

/** How far a file is that is being sent. */
export function saySending(one: Sending): string {
  switch (one.status) {
    case 'queued':
      return 'waits its turn';
    case 'sending':
      return `${Math.floor((100 * one.sent) / Math.max(1, one.bytes))} %`;
    case 'waiting':
      return `${waitsFor[one.failure?.code ?? ''] ?? 'connection lost'}; it continues by itself`;
    case 'failed':
      return sayFailure(one.failure);
  }
}
