/** Colours that a library chooses are legible, or left out. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { contrast, tintOf } from './appearance';

it.each([
  ['#000000', '#ffffff', 21],
  ['#777777', '#ffffff', 4.48],
  ['#0b4f5c', '#0b4f5c', 1],
  ['#ff0000', '#ffffff', 4],
])('%s on %s is %d to 1 (WCAG 2.2)', (a, b, ratio) => {
  expect(contrast(a, b)).toBeCloseTo(ratio, 1);
  expect(contrast(b, a)).toBeCloseTo(ratio, 1);
});
it('what is taken can be read on the paper of its theme, and something on it; what can’t says how far off it is', () => {
  const colour = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`);
  fc.assert(
    fc.property(colour, fc.constantFrom('light' as const, 'dark' as const), (c, theme) => {
      const made = tintOf(c, theme);
      const paper = theme === 'light' ? '#fafbf9' : '#0f1b21';
      const legible = contrast(c, paper) >= 4.5;
      if ('code' in made) {
        expect(
          Math.min(contrast(c, paper), contrast(c, '#ffffff') >= 4.5 ? 21 : contrast(c, '#0a1c21')),
        ).toBeLessThan(4.5);
        expect(made.values?.theme).toBe(theme);
      } else {
        expect(legible).toBe(true);
        expect(contrast(made.on, made.tint)).toBeGreaterThanOrEqual(4.5);
        // Pressed it is no harder to read.
        expect(contrast(made.strong, paper)).toBeGreaterThanOrEqual(contrast(made.tint, paper));
      }
    }),
  );
  expect(tintOf('#ffff00', 'light')).toMatchObject({ code: 'libraryfolder.contrast', values: { found: 1 } });
});
