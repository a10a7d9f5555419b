import { type ParseArgsConfig, parseArgs } from 'node:util';
import { errorText } from '../core/text';

/**
 * What a command was told. Asked for help it says how it is called, and ends; where it does not know what it is told it
 * says so, and ends with 2.
 * @param usage how it is called, on a line for each way
 */
export function argsOf<T extends ParseArgsConfig>(
  usage: string,
  config: T,
): ReturnType<typeof parseArgs<T & { readonly allowPositionals: true }>> {
  const args = config.args ?? process.argv.slice(2);
  if (args.some((a) => a === '--help' || a === '-h')) {
    console.log(usage);
    process.exit(0);
  }
  try {
    return parseArgs({ ...config, allowPositionals: true });
  } catch (error) {
    console.error(`${errorText(error).split('. ')[0]}.\n${usage}`);
    process.exit(2);
  }
}
