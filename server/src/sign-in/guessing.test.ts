import { describe, expect, test } from '@jest/globals';
import { Guessing, placeOf } from './Guessing';
import { HashQueue } from './HashQueue';
import { Refusals } from './Refusals';
import { Tally } from './Tally';

describe('placeOf', () => {
  test('an IPv6 caller is the /64 that they are given, an IPv4 one its address', () => {
    expect(placeOf('2001:db8:1:2:3:4:5:6')).toBe(placeOf('2001:db8:1:2:ffff::1'));
    expect(placeOf('2001:db8:1:2::1')).not.toBe(placeOf('2001:db8:1:3::1'));
    expect(placeOf('192.0.2.7')).not.toBe(placeOf('192.0.2.8'));
  });
});

describe('Tally', () => {
  test('forgets after its span, and is bounded however many keys are made up', () => {
    let now = 0;
    const tally = new Tally(1000, () => now);
    tally.add('a');
    tally.add('a');
    expect(tally.count('a')).toBe(2);
    now = 1000;
    expect(tally.count('a')).toBe(0);
    for (let i = 0; i < 60_000; i += 1) tally.add(`${i} ${'x'.repeat(200)}`);
    expect(tally.size).toBeLessThanOrEqual(50_000);
  });
});

describe('Guessing', () => {
  const at = (place: string, account = 'mai@x.example', isKnownDevice = false) => ({
    account,
    place,
    isKnownDevice,
  });
  const fail = (guessing: Guessing, times: number, attempt: (i: number) => ReturnType<typeof at>) => {
    for (let i = 0; i < times; i += 1) {
      try {
        guessing.require(attempt(i));
        guessing.failed(attempt(i));
      } catch {
        return i;
      }
    }
    return times;
  };

  test('one account is guessed at a few times from one place, however its address is written', () => {
    const guessing = new Guessing(3);
    expect(fail(guessing, 10, (i) => at('here', i % 2 ? 'MAI@x.example ' : 'mai@x.example'))).toBe(3);
    expect(() => guessing.require(at('here', 'ali@x.example'))).not.toThrow();
  });

  test('one account is guessed at a bounded number of times from everywhere', () => {
    expect(fail(new Guessing(3), 1000, (i) => at(`place ${i}`))).toBe(15);
  });

  test('one place guesses a bounded number of times, whatever the account', () => {
    expect(fail(new Guessing(3), 1000, (i) => at('here', `${i}@x.example`))).toBe(60);
  });

  test('codes are guessed at a bounded number of times from one place, and from everywhere', () => {
    const codes = (guessing: Guessing, place: (i: number) => string) => {
      for (let i = 0; ; i += 1) {
        try {
          guessing.requireCode(place(i));
        } catch {
          return i;
        }
        guessing.failedCode(place(i));
      }
    };
    const guessing = new Guessing(3);
    expect(codes(guessing, () => 'here')).toBe(200);
    expect(() => guessing.requireCode('there')).not.toThrow();
    expect(codes(new Guessing(3), (i) => `place ${i}`)).toBe(5000);
  });

  test('wrong guesses of others lock nobody out of a browser that has signed in before', () => {
    const guessing = new Guessing(3);
    fail(guessing, 1000, (i) => at('school', `${i}@x.example`));
    fail(guessing, 1000, (i) => at(`place ${i}`, 'teacher@x.example'));
    expect(() => guessing.require(at('school', 'teacher@x.example'))).toThrow();
    expect(() => guessing.require(at('school', 'teacher@x.example', true))).not.toThrow();
    expect(fail(guessing, 10, () => at('school', 'teacher@x.example', true))).toBe(3);
  });
});

describe('HashQueue', () => {
  test('callers have their turns one after the other, however many one sends', async () => {
    const queue = new HashQueue();
    const order: string[] = [];
    const work = (caller: string) =>
      queue.run(caller, async () => {
        await Promise.resolve();
        order.push(caller);
      });
    await Promise.all([...Array.from({ length: 50 }, () => work('stranger')), work('teacher')]);
    expect(order.indexOf('teacher')).toBeLessThan(4);
  });

  test('a caller with too many in it is refused, and others are not', async () => {
    const queue = new HashQueue();
    let release = () => {};
    const held = new Promise<void>((resolve) => {
      release = resolve;
    });
    const running = Array.from({ length: 300 }, () => queue.run('stranger', () => held));
    const settled = Promise.allSettled(running);
    const other = queue.run('teacher', async () => 'in');
    release();
    const refused = (await settled).filter(({ status }) => status === 'rejected');
    expect(refused.length).toBeGreaterThan(50);
    expect(await other).toBe('in');
  });
});

describe('Refusals', () => {
  test('a place is kept back after some, others are not; it is forgotten, and never are too many kept back', async () => {
    let now = 0;
    const waits: (() => void)[] = [];
    const refusals = new Refusals(
      3,
      () => now,
      () => new Promise<void>((resolve) => waits.push(resolve)),
    );
    for (let i = 0; i < 3; i += 1) await refusals.turn('192.0.2.7');
    const kept = Array.from({ length: 600 }, () => refusals.turn('192.0.2.7'));
    expect(waits).toHaveLength(500);
    await refusals.turn('192.0.2.8');
    for (const go of waits.splice(0)) go();
    await Promise.all(kept);
    now = 10_000;
    await refusals.turn('192.0.2.7');
    expect(waits).toHaveLength(0);
  });
});
