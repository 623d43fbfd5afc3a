import { expect, test } from 'vitest';
import { shared } from './shared.ts';

/** Work that ends when it is told to, and answers what had been written when it began. */
function slow() {
  let written = 0;
  let begun = 0;
  const ends: ((fails?: boolean) => void)[] = [];
  const ask = shared(() => {
    begun++;
    const seen = written;
    return new Promise<number>((resolve, reject) => {
      ends.push((fails = false) => (fails ? reject(new Error('away')) : resolve(seen)));
    });
  });
  return {
    ask,
    write: () => {
      written++;
    },
    begun: () => begun,
    end: (fails?: boolean) => ends.shift()?.(fails),
  };
}

const turn = () => new Promise((resolve) => setTimeout(resolve));

test('those who ask while one is worked out share the next, and see what was written before they asked', async () => {
  const { ask, write, begun, end } = slow();
  const first = ask();
  write();
  const later = [ask(), ask(), ask()];
  expect(begun()).toBe(1);
  end();
  expect(await first).toBe(0);
  await turn();
  expect(begun()).toBe(2);
  end();
  expect(await Promise.all(later)).toEqual([1, 1, 1]);
});

test('one that fails fails for those who shared it, and the next is tried', async () => {
  const { ask, begun, end } = slow();
  const first = ask();
  const second = ask();
  end(true);
  await expect(first).rejects.toThrow('away');
  await turn();
  end();
  expect(await second).toBe(0);
  const third = ask();
  end();
  expect(await third).toBe(0);
  expect(begun()).toBe(3);
});
