/** The machine's clock, read in the library's time zone. */
import type { Clock } from '../core/discovery/ports';
import { isoLocal } from '../core/model/time';
import { localAt, type Zone } from '../core/model/zone';

/**
 * @param zone asked each time: the rules, and with them the zone, may change while the server runs
 * @param instant milliseconds since 1970
 */
export const machineClock = (zone: () => Zone, instant: () => number = Date.now): Clock => ({
  now: () => isoLocal(localAt(zone(), Math.floor(instant() / 60_000))),
  movable: false,
});
