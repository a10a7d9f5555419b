/** Thrown when a query has used up its time. */
export class TimeUp extends Error {}
