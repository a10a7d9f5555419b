/** The library's own colour: one for links, buttons and what is chosen, in a light and a dark form, both legible. */
import type { Tint } from '../model/library';
import { type Message, msg } from '../model/message';

/** The papers that it stands on (`ui/tokens.css`), and the inks that may stand on it. */
const PAPER = { light: '#fafbf9', dark: '#0f1b21' } as const;
const INKS = ['#ffffff', '#0a1c21'] as const;
/** WCAG 2.2, 1.4.3: text of any size. */
const LEAST = 4.5;
/** Towards ink, a part of the way. */
const STRONGER = 0.22;

const channels = (colour: string): number[] =>
  [1, 3, 5].map((at) => Number.parseInt(colour.slice(at, at + 2), 16));
/** Relative luminance of an sRGB colour (WCAG 2.2). */
function luminance(colour: string): number {
  const [r = 0, g = 0, b = 0] = channels(colour).map((c) => {
    const share = c / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}
/**
 * Contrast of two colours, 1 to 21.
 * @example contrast('#000000', '#ffffff') // 21
 */
export function contrast(a: string, b: string): number {
  const [x, y] = [luminance(a), luminance(b)];
  return (Math.max(x, y) + 0.05) / (Math.min(x, y) + 0.05);
}
const towards = (colour: string, goal: string): string => {
  const to = channels(goal);
  return `#${channels(colour)
    .map((c, i) => Math.round(c + ((to[i] as number) - c) * STRONGER))
    .map((c) => c.toString(16).padStart(2, '0'))
    .join('')}`;
};

/** The colour with what is made of it; what is wrong where it can't be read on the paper, or nothing on it. */
export function tintOf(colour: string, theme: 'light' | 'dark'): Tint | Message {
  const tint = colour.toLowerCase();
  const own = contrast(tint, PAPER[theme]);
  const [on] = [...INKS].sort((a, b) => contrast(b, tint) - contrast(a, tint)) as [string];
  const least = Math.min(own, contrast(on, tint));
  return least < LEAST
    ? msg('libraryfolder.contrast', { colour, theme, found: Math.floor(least * 10) / 10, least: LEAST })
    : { tint, strong: towards(tint, theme === 'light' ? '#000000' : '#ffffff'), on };
}
