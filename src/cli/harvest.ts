/**
 * `harvest --library DIR [--source ID] [--whole]`: gathers by OAI-PMH what the sources in library.yaml have changed
 * since the last time, into the library's folder. Ends with 1 where a source could not be read, with 2 where there is
 * no such library.
 */
import { errorText } from '../core/text';
import { gather } from '../server/harvestFolder';
import { openLibraryFolder } from '../server/libraryFolder';
import { say } from '../words/generated/libraryfolder';
import '../words/generated/file';
import '../words/generated/policyfile';
import '../words/generated/shape';
import { argsOf } from './args';

const { values } = argsOf('npm run harvest -- --library DIR [--source ID] [--whole]', {
  options: {
    library: { type: 'string' },
    source: { type: 'string' },
    whole: { type: 'boolean', default: false },
  },
});
const stop = (why: string): never => {
  console.error(why);
  process.exit(2);
};
const dir = values.library ?? stop('Name the library’s folder: npm run harvest -- --library DIR');
const folder = openLibraryFolder(dir, ({ file, text, fatal }) => {
  if (fatal) console.error(`  ${file}: ${say(text)}`);
});
if (!folder) stop(`${dir} has no library that can be used.`);
const sources = (folder?.harvest ?? []).filter((s) => !values.source || s.id === values.source);
if (!sources.length)
  stop(
    values.source
      ? `library.yaml has no source “${values.source}” under harvest.`
      : 'library.yaml has no sources under harvest.',
  );
let failed = 0;
for (const source of sources)
  try {
    const { changed, deleted, total, problems } = await gather(dir, source, {
      whole: values.whole,
      progress: (records) => {
        if (process.stdout.isTTY)
          process.stdout.write(`\r  ${source.id}: ${records.toLocaleString('en')} records `);
      },
    });
    const n = (count: number): string => count.toLocaleString('en');
    console.log(
      `  ${source.id}: ${n(changed)} new or changed, ${n(deleted)} deleted${total === null ? '' : `, ${n(total)} in all`}${problems ? `, ${n(problems)} that could not be read` : ''}`,
    );
  } catch (error) {
    failed++;
    console.error(`  ${source.id}: ${errorText(error)}. What was there stands.`);
  }
process.exit(failed ? 1 : 0);
