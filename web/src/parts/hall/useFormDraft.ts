import { useCallback, useEffect, useRef, useState } from 'react';
import type { DefaultValues, FieldValues, UseFormReturn } from 'react-hook-form';
import { useDraft, type Draft } from './useDraft';

/** The same as `useDraft`, of all fields of a form: what was kept stands in it from the start. */
export function useFormDraft<Values extends FieldValues>(
  form: UseFormReturn<Values>,
  place: string,
  changes: unknown = null,
): Pick<Draft<Values>, 'kept' | 'done' | 'discard' | 'bringBack'> {
  const [start] = useState(() => form.getValues());
  const draft = useDraft(place, start, changes);
  const latest = useRef(draft);
  useEffect(() => {
    latest.current = draft;
  });
  const { reset, watch } = form;
  const show = useCallback(
    (values: Values) => reset(values as DefaultValues<Values>, { keepDefaultValues: true }),
    [reset],
  );
  useEffect(() => {
    if (latest.current.kept) show(latest.current.value);
    const writing = watch((values) => latest.current.set(values as Values));
    return () => writing.unsubscribe();
  }, [show, watch]);
  const showing = (bringBack: () => Values) => () => {
    const value = bringBack();
    show(value);
    return value;
  };
  return {
    kept: draft.kept,
    done: draft.done,
    discard() {
      const bringBack = draft.discard();
      show(start);
      return showing(bringBack);
    },
    bringBack: draft.bringBack && showing(draft.bringBack),
  };
}
