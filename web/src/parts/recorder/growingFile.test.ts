import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { GrowingFile } from './GrowingFile';

const text = (blob: Blob | null) => (blob ? blob.text() : Promise.resolve(''));

describe('a file that is sent while it is recorded', () => {
  test('is read as soon as there is anything, however little', async () => {
    const file = new GrowingFile();
    const waiting = file.slice(0, 1000);
    file.add(new Blob(['a']));
    const { value, done } = await waiting;
    expect([await text(value), done]).toEqual(['a', false]);
  });

  test('waits where nothing has come yet, and ends with the last of it', async () => {
    const file = new GrowingFile();
    file.add(new Blob(['ab']));
    const waiting = file.slice(2, 1000);
    let hasCome = false;
    void waiting.then(() => (hasCome = true));
    await Promise.resolve();
    expect(hasCome).toBe(false);
    file.add(new Blob(['c']));
    expect((await waiting).done).toBe(false);
    file.end();
    expect(await file.slice(3, 1000)).toEqual({ value: null, done: true });
  });

  test('a place is read again after a lost connection, longer than before', async () => {
    const file = new GrowingFile();
    file.add(new Blob(['abc']));
    expect(await text((await file.slice(1, 1000)).value)).toBe('bc');
    file.add(new Blob(['def']));
    file.end();
    const again = await file.slice(1, 1000);
    expect([await text(again.value), again.done]).toEqual(['bcdef', true]);
  });

  test('of which nothing came is empty and whole', async () => {
    const file = new GrowingFile();
    file.end();
    expect(await file.slice(0, 10)).toEqual({ value: null, done: true });
  });

  test('sent slice by slice it is what was recorded, whatever the parts and the slices', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.string({ maxLength: 12 }), { maxLength: 12 }),
        fc.integer({ min: 1, max: 7 }),
        async (parts, most) => {
          const file = new GrowingFile();
          const recording = (async () => {
            for (const part of parts) {
              await Promise.resolve();
              file.add(new Blob([part]));
            }
            file.end();
          })();
          const sent: Blob[] = [];
          let at = 0;
          for (let done = false; !done;) {
            const slice = await file.slice(at, at + most);
            if (slice.value) sent.push(slice.value);
            at += slice.value?.size ?? 0;
            done = slice.done;
          }
          await recording;
          const whole = file.whole('audio/webm');
          expect(whole.type).toBe('audio/webm');
          expect(await new Blob(sent).text()).toBe(await whole.text());
          expect(at).toBe(file.bytes);
        },
      ),
    );
  });
});
