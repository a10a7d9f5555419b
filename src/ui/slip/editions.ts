/** Which edition would do, as readers choose it and as a sent slip says it. */
import type { EditionWish } from '../../core/model/codes';
import { say } from '../../words/generated/slip';

export const EDITIONS: Record<EditionWish, string> = {
  any: say('slip.anyEditionWillDo'),
  this: say('slip.thisEditionOnly'),
  'any-language': say('slip.aTranslationWillDoToo'),
};
