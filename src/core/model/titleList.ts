/**
 * Lines of title lists: what a provider gives of which title (NISO RP-9-2014, section 6.6, from which the
 * column headings are taken).
 */
export const KBART_COLUMNS = [
  'publication_title',
  'print_identifier',
  'online_identifier',
  'date_first_issue_online',
  'num_first_vol_online',
  'num_first_issue_online',
  'date_last_issue_online',
  'num_last_vol_online',
  'num_last_issue_online',
  'title_url',
  'first_author',
  'title_id',
  'embargo_info',
  'coverage_depth',
  'notes',
  'publisher_name',
  'publication_type',
  'date_monograph_published_print',
  'date_monograph_published_online',
  'monograph_volume',
  'monograph_edition',
  'first_editor',
  'parent_publication_title_id',
  'preceding_publication_title_id',
  'access_type',
] as const;
export type KbartColumn = (typeof KBART_COLUMNS)[number];

/** One line of a title list; empty columns are left out. `provider` is the list it came from. */
export type KbartLine = Partial<Readonly<Record<KbartColumn, string>>> & { readonly provider: string };
