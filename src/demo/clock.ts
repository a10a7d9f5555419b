/** The day on which the demo's clock starts: due dates, queues and moving walls are made around it. */
import { type Minutes, parseDay, parseLocal } from '../core/model/time';

export const DEMO_START = '2026-11-02T09:10';
export const DEMO_NOW = parseLocal(DEMO_START) as Minutes;
export const DEMO_TODAY = parseDay('2026-11-02') as number;
