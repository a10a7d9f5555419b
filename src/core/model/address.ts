/** The address of a record's page: its id may hold anything, an address only some of it. */
export const recordHref = (id: string): string => `/records/${encodeURIComponent(id)}`;
