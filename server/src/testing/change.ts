/** Who makes a change, the kinds of lines that it must leave, and what is sent; `as` where somebody else sends it. */
export interface Change {
  who: string | null;
  kinds: string[];
  input: () => Promise<Sent> | Sent;
}

export interface Sent {
  as?: string;
  params?: Record<string, string>;
  query?: Record<string, string>;
  body?: unknown;
}

export const by = (who: string | null, kinds: string[], input: Change['input'] = () => ({})): Change => ({
  who,
  kinds,
  input,
});
