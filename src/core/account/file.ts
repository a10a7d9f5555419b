/**
 * The account as a file: JSON, with its format and version in front, so that any browser reads it back, and
 * later versions of Legendum read the earlier ones. Nothing is taken of a file that can't be read as a whole.
 */
import { CodedError } from '../codedError';
import { type Message, msg } from '../model/message';
import { wrongIn } from '../model/shape';
import { isoDay, parseDay } from '../model/time';
import { type AsideItem, asItems } from '../piles/aside';
import { own } from '../table';
import { ACCOUNT_TABLES, type Account, accountShape, EMPTY_ACCOUNT, TABLE_NAMES } from './account';

const FORMAT = 'legendum-account';
export const ACCOUNT_VERSION = 3;
export interface AccountFile {
  readonly format: typeof FORMAT;
  readonly version: number;
  /** ISO local time. */
  readonly written: string;
  /** The library it was written at, and whose account it is. */
  readonly library: string;
  readonly reader: string;
  readonly account: Account;
}
/** Version 2 came with courses, version 3 with hours that were taken. The file's text. */
export const writeAccount = (file: Omit<AccountFile, 'format' | 'version'>): string =>
  `${JSON.stringify({ format: FORMAT, version: ACCOUNT_VERSION, ...file }, null, 1)}\n`;

const refuse = (said: Message): never => {
  throw new CodedError(said);
};
type Fields = Readonly<Record<string, unknown>>;
const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const rowsIn = (value: unknown): readonly Fields[] => (Array.isArray(value) ? value.filter(isFields) : []);

/**
 * Version 0 is what was saved when a view could not be shown: all tables of the store as they were, of all
 * readers, things aside in a table of their own. What of it is no row of ours is left out: it was saved because
 * something could not be read.
 */
function fromStore(dump: Fields, reader: string): Account {
  const mine = (name: string): readonly Fields[] => rowsIn(dump[name]).filter((r) => r.reader === reader);
  const settings = Object.fromEntries(
    rowsIn(dump.settings).flatMap(({ key, value }) =>
      typeof key === 'string' && isFields(value) && own<string, unknown>(value, reader) !== undefined
        ? [[key, own<string, unknown>(value, reader)]]
        : [],
    ),
  );
  const read: Account = {
    ...EMPTY_ACCOUNT,
    ...Object.fromEntries(
      TABLE_NAMES.map((name) => [name, mine(name).filter((r) => wrongIn(ACCOUNT_TABLES[name], r) === null)]),
    ),
    bibliography: (mine('bibliographies')[0] ?? null) as Account['bibliography'],
    settings,
  };
  const aside = asItems(mine('aside') as unknown as readonly AsideItem[]);
  return { ...read, pileItems: [...read.pileItems, ...aside] };
}
const isStoreDump = (file: Fields): boolean => Array.isArray(file.slips) && Array.isArray(file.settings);

/**
 * Reads an account file for a reader. Throws a CodedError that says what is wrong with one that can't be taken.
 */
export function readAccount(text: string, reader: string): Account {
  let file: unknown;
  try {
    file = JSON.parse(text);
  } catch {
    return refuse(msg('account.notJson'));
  }
  if (!isFields(file)) return refuse(msg('account.notAccount'));
  if (file.format === undefined && isStoreDump(file)) return fromStore(file, reader);
  if (file.format !== FORMAT || typeof file.version !== 'number') return refuse(msg('account.notAccount'));
  if (file.version > ACCOUNT_VERSION) return refuse(msg('account.newer', { version: file.version }));
  if (file.reader !== reader)
    return refuse(msg('account.otherReader', { reader: String(file.reader).slice(0, 100) }));
  const account =
    file.version < ACCOUNT_VERSION && isFields(file.account)
      ? { courses: [], appointments: [], ...file.account }
      : file.account;
  const wrong = wrongIn(accountShape, account);
  if (wrong !== null) return refuse(msg('account.wrongAt', { path: wrong }));
  return account as Account;
}
/** `legendum-2026-11-02.json`. */
export const accountFileName = (now: string): string => {
  const day = parseDay(now.slice(0, 10));
  return `legendum-${day === null ? 'account' : isoDay(day)}.json`;
};
