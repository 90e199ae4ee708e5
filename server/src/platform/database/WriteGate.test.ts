import { describe, expect, test } from '@jest/globals';
import { WriteGate } from './WriteGate';

/** A promise that is settled from outside. */
function later() {
  let settle = () => {};
  const promise = new Promise<void>((resolve) => {
    settle = resolve;
  });
  return { promise, settle };
}

describe('WriteGate', () => {
  test('lets everybody through while nobody holds it', async () => {
    await expect(new WriteGate().pass()).resolves.toBeUndefined();
  });

  test('keeps whoever comes waiting until the work is done, and they go on in its world', async () => {
    const gate = new WriteGate();
    const work = later();
    const seen: string[] = [];
    const held = gate.hold(async () => {
      await work.promise;
      seen.push('held');
    });
    const passed = gate.pass().then(() => seen.push('passed'));
    await Promise.resolve();
    expect(seen).toEqual([]);
    work.settle();
    await Promise.all([held, passed]);
    expect(seen).toEqual(['held', 'passed']);
  });

  test('is held by one at a time, whoever waits for it', async () => {
    const gate = new WriteGate();
    let holding = 0;
    let most = 0;
    await Promise.all(
      Array.from({ length: 5 }, () =>
        gate.hold(async () => {
          holding += 1;
          most = Math.max(most, holding);
          await Promise.resolve();
          holding -= 1;
        }),
      ),
    );
    expect([holding, most]).toEqual([0, 1]);
  });

  test('opens again when the work fails', async () => {
    const gate = new WriteGate();
    await expect(gate.hold(() => Promise.reject(new Error('no')))).rejects.toThrow('no');
    await expect(gate.pass()).resolves.toBeUndefined();
  });
});
