/** One thing that has happened, as it is said to those who hear the page. */
export interface Announcement {
  nth: number;
  text: string;
}

/** As many as are kept to be heard again. */
const KEPT = 12;

let said: readonly Announcement[] = [];
const listeners = new Set<() => void>();

/** Says, to those who hear the page, what those who see it see change. A whole sentence: it is heard without its place. */
export function announce(text: string): void {
  said = [...said, { nth: (said.at(-1)?.nth ?? 0) + 1, text }].slice(-KEPT);
  for (const listener of listeners) listener();
}

export const announcements = {
  all: (): readonly Announcement[] => said,
  subscribe(listener: () => void): () => void {
    listeners.add(listener);
    return () => listeners.delete(listener);
  },
};
