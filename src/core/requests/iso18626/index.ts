/**
 * ISO 18626 "Information and documentation – Interlibrary loan transactions", version 1.2: messages written,
 * read, confirmed.
 */
export {
  ACTIONS,
  type IsoAction,
  type IsoError,
  type IsoReason,
  type IsoStatus,
  REASONS,
  STATUSES,
} from './codes';
export {
  confirmationOf,
  type IsoRequestingMessage,
  type IsoSupplyingMessage,
  NOTHING_MORE,
  readRequestingMessage,
  readSupplyingMessage,
  requestingMessage,
  supplyingMessage,
} from './messages';
export { type Correspondent, type IsoRequest, isForOthers, readRequest, requestFor } from './request';
export { messageIn, requestIdIn, textAt, xmlText } from './xml';
