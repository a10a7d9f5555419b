/** The codes that readers, requests, prices and rules are written in. */

/** Money in hundredths of the library's currency. */
export type Cents = number;
/** Every reader category, in the order in which they are shown. */
export const CATEGORIES = ['undergraduate', 'postgraduate', 'distance', 'staff'] as const;
export type ReaderCategory = (typeof CATEGORIES)[number];
export type Service = 'loan' | 'copy';
export const SPEEDS = ['standard', 'fast'] as const;
export type Speed = (typeof SPEEDS)[number];
/** Roads by which the thing itself comes; each has its tariff. */
const BRINGING = [
  'hold',
  'transfer',
  'post',
  'scan',
  'partner-loan',
  'partner-copy',
  'ill-loan',
  'ill-copy',
] as const;
/** By which road a request goes. */
export const ROUTES = [...BRINGING, 'purchase', 'question'] as const;
export type Route = (typeof ROUTES)[number];
/**
 * What is wanted of a thing: the volume, one article, one chapter (or pages); that it be bought; an answer
 * about it.
 */
export const WANTED = ['loan', 'article', 'chapter', 'purchase', 'question'] as const;
export type Wanted = (typeof WANTED)[number];
/** What an amount is for. */
export const PRICE_WHATS = [
  ...BRINGING,
  'fast',
  'postage',
  'royalty',
  'subsidy',
  'ceiling',
  /** The library named another price than was agreed. */
  'changed',
] as const;
export type PriceWhat = (typeof PRICE_WHATS)[number];
/**
 * One specific edition, any edition in its language, or a translation as well (ISO 18626 anyEdition, and
 * preferredLanguage left open).
 */
export const EDITION_WISHES = ['this', 'any', 'any-language'] as const;
export type EditionWish = (typeof EDITION_WISHES)[number];
