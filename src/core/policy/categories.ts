import type { ReaderCategory } from './types';

/** Every reader category, in the order in which they are shown. */
export const CATEGORIES = ['undergraduate', 'postgraduate', 'distance', 'staff'] as const satisfies readonly ReaderCategory[];
