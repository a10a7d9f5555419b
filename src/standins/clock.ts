/**
 * A clock that stands still until somebody moves it: each reader's browser says from which moment it looks.
 */
import type { Clock } from '../core/discovery/ports';

/** @param start ISO local time at which it stands for whoever has not moved it */
export const movableClock = (start: string): Clock => ({ now: () => start, movable: true });
