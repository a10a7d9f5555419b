/** The ready answers by language. */
import { ANSWERS_AR } from './ar';
import { ANSWERS_DE } from './de';
import { ANSWERS_ES } from './es';
import { ANSWERS_FR } from './fr';
import { ANSWERS_PT } from './pt';
import type { SaidAnswer } from './said';
import { ANSWERS_TR } from './tr';

export const ANSWERS_IN: Readonly<Record<string, readonly SaidAnswer[]>> = {
  de: ANSWERS_DE,
  fr: ANSWERS_FR,
  es: ANSWERS_ES,
  pt: ANSWERS_PT,
  tr: ANSWERS_TR,
  ar: ANSWERS_AR,
};
