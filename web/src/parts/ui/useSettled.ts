import { useEffect, useState } from 'react';

/** How long something must stay as it is before it is asked about, in milliseconds. */
const SETTLED_MS = 300;

/** A value once it has not changed for a moment: what is being typed is not asked about letter by letter. */
export function useSettled<Value>(value: Value): Value {
  const [settled, setSettled] = useState(value);
  const text = JSON.stringify(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(JSON.parse(text) as Value), SETTLED_MS);
    return () => clearTimeout(timer);
  }, [text]);
  return settled;
}
