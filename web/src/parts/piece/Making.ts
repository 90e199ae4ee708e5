/** Something that is being made, and what became of it once it has. */
export interface Making<Made> {
  /** Null where nothing could be made. */
  coming: Promise<Made | null>;
  /** Null until it is there. */
  made: Made | null;
}

/** Follows what is being made, so that it can be had at once when it is there. What fails is null. */
export function making<Made>(promise: Promise<Made | null>): Making<Made> {
  const coming = promise.catch(() => null);
  const it: Making<Made> = { coming, made: null };
  void coming.then((made) => {
    it.made = made;
  });
  return it;
}
