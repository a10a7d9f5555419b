/** What of an address follows a stand-in's own. */
export const below = (root: string, path: string): string => path.slice(root.length + 1);
