import { recordId } from '../bibliography/record';

/** The id of what has no record. */
export const NO_RECORD = recordId('');
