/** The address of a record's page: its id may hold anything, an address only some of it. */
export const recordHref = (id: string): string => `/records/${encodeURIComponent(id)}`;

/** A place on the shelf: a copy of a record by its call number. */
export const shelfHref = (copy: {
  readonly record: string;
  readonly callNumber: string;
  readonly campus: string;
}): string =>
  `/shelf?${new URLSearchParams({ record: copy.record, callno: copy.callNumber, stands: copy.campus })}`;
