/** What may stand in the log of an error: where it happened, not what was asked. */

const FRAMES = 12;
/**
 * The name and the places of an error. Its message stays out: the platform's own quote what they could not
 * use, and that may be what a reader looked for.
 */
export function scrubbed(error: unknown): {
  readonly name: string;
  readonly code?: string;
  readonly at: readonly string[];
} {
  if (!(error instanceof Error)) return { name: typeof error, at: [] };
  const code = (error as NodeJS.ErrnoException).code;
  const at = (error.stack ?? '')
    .split('\n')
    .filter((line) => /^\s+at /.test(line))
    .slice(0, FRAMES)
    .map((line) => line.trim().slice(0, 200));
  return { name: error.name, ...(code ? { code } : {}), at };
}

const LEVELS = { log: 'info', info: 'info', warn: 'warn', error: 'error', debug: 'debug' } as const;
type Level = (typeof LEVELS)[keyof typeof LEVELS];
/** The framework writes addresses and stacks to the console; in the log only that it did is said. */
export function silence(console: Console, say: (level: Level) => void): void {
  for (const name of Object.keys(LEVELS) as (keyof typeof LEVELS)[]) console[name] = () => say(LEVELS[name]);
}
