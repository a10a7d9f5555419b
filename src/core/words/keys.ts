/** Keys: the forms in which titles and names are sorted, begun and compared. */
import { fold } from './fold';

/** The form in which beginnings are compared. */
export const suggestKey = (text: string): string =>
  fold(text)
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();
const LEADING_ARTICLE = /^(the|a|an|der|die|das|le|la|les|el|los|de|het|en|ett|il|lo|o|os) /;
/** The form in which titles are sorted and begun: without a leading article. */
export const titleKey = (title: string): string => suggestKey(title).replace(LEADING_ARTICLE, '');
