/** Words that found nothing are told when enough readers used them, and nobody with them. */
import { expect, it } from 'vitest';
import { FoundNothing } from './foundNothing';

it('a word of five readers is told, one of four is not, whoever asks however often', () => {
  const nothing = new FoundNothing();
  for (let k = 0; k < 5; k++) nothing.asked(`192.0.2.${k}`, 'Kelpwald Schnorchel');
  for (let k = 0; k < 50; k++) nothing.asked('192.0.2.1', 'Geheimwort Kelpwald');
  for (let k = 0; k < 4; k++) nothing.asked(`192.0.2.${k}`, 'Viererwort');
  expect(nothing.often()).toEqual([
    { word: 'kelpwald', readers: 5 },
    { word: 'schnorchel', readers: 5 },
  ]);
  expect(JSON.stringify(nothing)).not.toContain('192.0.2');
});
it('remembers only so much', () => {
  const nothing = new FoundNothing();
  for (let k = 0; k < 300; k++) nothing.asked(`c${k}`, 'viel');
  expect(nothing.often()).toEqual([{ word: 'viel', readers: 200 }]);
});
