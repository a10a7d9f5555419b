/** Items in any of the formats that files are written in. */
import type { CslItem } from '../bibliography/record';
import { writeBibtex } from './bibtex';
import { writeCslItems } from './cslItems';
import { writeCsv } from './csv';
import { writeRis } from './ris';

const WRITERS = { ris: writeRis, bibtex: writeBibtex, csl: writeCslItems, csv: writeCsv } as const;
export type WrittenFormat = keyof typeof WRITERS;
export const writeItems = (format: WrittenFormat, items: readonly CslItem[]): string => WRITERS[format](items);
