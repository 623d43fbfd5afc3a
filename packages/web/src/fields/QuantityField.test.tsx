// @vitest-environment happy-dom
import { cleanup, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { afterEach, expect, test } from 'vitest';
import { renderedIn, storeOf } from '../testing/rendered.tsx';
import { QuantityField } from './QuantityField.tsx';

afterEach(cleanup);

const taken: (number | null)[] = [];

/** A temperature of 350 K in a case that shows °C, which takes 200 to 500 K. */
function Temperature() {
  const [si, setSi] = useState<number | null>(350);
  return (
    <QuantityField
      label="Temperature"
      path="here"
      value={si === null ? null : { si, dimension: 'temperature' }}
      dimensions={['temperature']}
      step={1}
      limits={{ from: 200, to: 500 }}
      onChange={(value) => {
        taken.push(value?.si ?? null);
        setSi(value?.si ?? null);
      }}
    />
  );
}

function field() {
  taken.length = 0;
  renderedIn(storeOf('Four-alcohol splitter'), <Temperature />);
  const input = screen.getByRole<HTMLInputElement>('textbox', { name: 'Temperature, °C' });
  return { input, user: userEvent.setup() };
}

test('shows the value in the unit of the case, and takes any unit of the dimension', async () => {
  const { input, user } = field();
  expect(input.value).toBe('76.85');
  await user.clear(input);
  await user.type(input, '212 degF{Enter}');
  expect(taken.at(-1)).toBeCloseTo(373.15, 9);
  expect(input.value).toBe('100');
});

test('what cannot be read stays as typed, with a sentence, and changes nothing until it is mended', async () => {
  const { input, user } = field();
  await user.clear(input);
  await user.type(input, '12 furlongs');
  expect(screen.queryByRole('alert')).toBeNull(); // a unit may still be half typed
  const before = taken.at(-1);
  await user.tab();
  expect(input.value).toBe('12 furlongs');
  expect(screen.getByRole('alert').textContent).toContain('furlongs');
  expect(taken.at(-1)).toBe(before);
  await user.type(input, '{Escape}');
  expect(screen.queryByRole('alert')).toBeNull();
});

test('a value beyond what the field takes is refused, with both ends in the unit shown', async () => {
  const { input, user } = field();
  await user.clear(input);
  await user.type(input, '900');
  await user.tab();
  expect(screen.getByRole('alert').textContent).toBe('It must lie between −73.15 and 226.85 °C.');
  expect(taken).not.toContain(1173.15);
});

test('arrows step the value, ten times as far with Shift; emptied, the value is not set', async () => {
  const { input, user } = field();
  await user.type(input, '{ArrowUp}');
  expect(taken.at(-1)).toBeCloseTo(351, 9);
  await user.keyboard('{Shift>}{ArrowDown}{/Shift}');
  expect(taken.at(-1)).toBeCloseTo(341, 9);
  await user.clear(input);
  expect(taken.at(-1)).toBeNull();
});
