import { useEffect, useState } from 'react';
import { api } from '../../state/api';

/** The school's clock minus this device's, in milliseconds: phones are often minutes off, and minutes decide. */
function useClockOffset(): number {
  const { data, fulfilledTimeStamp } = api.useReadSessionQuery();
  return data && fulfilledTimeStamp ? Date.parse(data.now) - fulfilledTimeStamp : 0;
}

/** The time by the school's clock (milliseconds since 1970), told anew every `every` milliseconds. */
export function useNow(every = 20_000): number {
  const offset = useClockOffset();
  const [moment, setMoment] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setMoment(Date.now()), every);
    return () => clearInterval(timer);
  }, [every]);
  return moment + offset;
}
