import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { LiveLine, PATIENCE_MS, SILENCE_MS, WAITS, type Stream } from './LiveLine';

/** A stream that does what the test says a server or a proxy does with it. */
class FakeStream implements Stream {
  onopen: (() => void) | null = null;
  onerror: (() => void) | null = null;
  onmessage: Stream['onmessage'] = null;
  readyState = 0;
  isClosed = false;
  #beat: Parameters<Stream['addEventListener']>[1] = () => {};
  addEventListener: Stream['addEventListener'] = (_kind, hear) => void (this.#beat = hear);
  constructor(readonly since: string | null) {}
  close = () => void (this.isClosed = true);
  opens() {
    this.readyState = 1;
    this.onopen?.();
  }
  beats = (lastEventId = '') => this.#beat({ data: '1', lastEventId });
  tells = (data: string, lastEventId = '') => this.onmessage?.({ data, lastEventId });
  /** Any answer but 200: the browser gives the stream up. */
  isRefused() {
    this.readyState = 2;
    this.onerror?.();
  }
  /** The browser opens it again by itself. */
  breaks() {
    this.readyState = 0;
    this.onerror?.();
  }
}

function world() {
  const streams: FakeStream[] = [];
  const seen = { notices: [] as string[], refused: 0 };
  const line = new LiveLine({
    open: (since) => {
      const stream = new FakeStream(since);
      streams.push(stream);
      return stream;
    },
    now: Date.now,
    onNotice: (data) => seen.notices.push(data),
    onRefused: () => (seen.refused += 1),
  });
  line.start();
  const last = () => streams.at(-1)!;
  return { line, streams, seen, last };
}

beforeEach(() => {
  jest.useFakeTimers({ now: 1_000_000 });
});
afterEach(() => {
  jest.useRealTimers();
});

describe('the live line', () => {
  test('is opened again after a refusal, with growing waits, however often it is refused', () => {
    const { streams, seen, last } = world();
    for (const wait of [...WAITS, WAITS.at(-1)!]) {
      const before = streams.length;
      last().isRefused();
      jest.advanceTimersByTime(wait - 1);
      expect(streams).toHaveLength(before);
      jest.advanceTimersByTime(1);
      expect(streams).toHaveLength(before + 1);
    }
    last().opens();
    expect(seen).toMatchObject({ refused: WAITS.length + 1 });
    last().isRefused();
    const before = streams.length;
    jest.advanceTimersByTime(WAITS[0]);
    expect(streams).toHaveLength(before + 1);
  });

  test('says since when the page may not be current, and that it is again', () => {
    const { line, last, seen } = world();
    last().opens();
    jest.advanceTimersByTime(10_000);
    last().tells('{"kind":"course"}');
    const heard = Date.now();
    jest.advanceTimersByTime(3000);
    last().isRefused();
    expect(line.state()).toEqual({ staleSince: null });
    jest.advanceTimersByTime(PATIENCE_MS);
    expect(line.state()).toEqual({ staleSince: heard });
    last().isRefused();
    jest.advanceTimersByTime(60_000);
    expect(line.state()).toEqual({ staleSince: heard });
    last().opens();
    expect(line.state()).toEqual({ staleSince: null });
    expect(seen.notices).toEqual(['{"kind":"course"}']);
  });

  test('that comes back at once is no word worth', () => {
    const { line, last } = world();
    const told = jest.fn();
    line.subscribe(told);
    last().opens();
    last().breaks();
    jest.advanceTimersByTime(1500);
    last().opens();
    jest.advanceTimersByTime(PATIENCE_MS);
    expect(told).not.toHaveBeenCalled();
  });

  test('that is silent without being closed is taken for dead, and beats keep it alive', () => {
    const { line, streams, last } = world();
    last().opens();
    for (let i = 0; i < 20; i += 1) {
      jest.advanceTimersByTime(20_000);
      last().beats();
    }
    expect(streams).toHaveLength(1);
    const heard = Date.now();
    jest.advanceTimersByTime(2 * SILENCE_MS);
    expect(streams.length).toBeGreaterThan(1);
    expect(streams[0]!.isClosed).toBe(true);
    expect(line.state()).toEqual({ staleSince: heard });
  });

  test('is opened at once when the network is back, and not a second time by the wait', () => {
    const { line, streams, last } = world();
    last().isRefused();
    line.start();
    last().opens();
    expect(streams).toHaveLength(2);
    jest.advanceTimersByTime(WAITS[0]);
    expect(streams).toHaveLength(2);
  });

  test('says how far it has heard, so that what was told meanwhile is told again; all of it, where that was nothing', () => {
    const { line, last } = world();
    expect(last().since).toBeNull();
    last().isRefused();
    line.start();
    expect(last().since).toBe('');
    last().opens();
    last().beats('7.ab.0');
    last().tells('{"kind":"course"}', '8.ab.2');
    // Also where it was not down: what is told between the two is heard by neither.
    line.start();
    expect(last().since).toBe('8.ab.2');
    jest.advanceTimersByTime(2 * SILENCE_MS);
    expect(last().since).toBe('8.ab.2');
  });

  test('that is stopped opens nothing and says nothing any more', () => {
    const { line, streams, last } = world();
    last().opens();
    last().isRefused();
    line.stop();
    jest.advanceTimersByTime(10 * SILENCE_MS);
    expect(streams).toHaveLength(1);
    expect(line.state()).toEqual({ staleSince: null });
  });
});
