// What programs that hold an index are started with. The index lies all over memory, and with pages of 4 KB
// the processor spends a good part of a search on finding out where they are; glibc asks the system for large
// pages when told so before the start (docs/configuration.md). Elsewhere the variable means nothing.
export const withLargePages = (env = process.env) => ({
  GLIBC_TUNABLES: 'glibc.malloc.hugetlb=1:glibc.malloc.arena_max=2',
  ...env,
});
