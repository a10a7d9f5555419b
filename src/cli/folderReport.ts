/** What a library's folder was found to be: problems by sort, for the terminal and for a report in JSON or HTML. */
import { writeFileSync } from 'node:fs';
import type { DeskReport } from '../server/deskReport';
import type { FolderProblem } from '../server/libraryFolder';
import { say } from '../words/generated/libraryfolder';

/** Of one sort of problem, so many are printed. */
const PRINTED = 20;
/** Of one sort, so many are kept for the report; the others are counted. */
const KEPT = 10_000;

/** Problems as they come, by sort. */
export class Problems {
  readonly #sorts = new Map<string, { readonly kept: FolderProblem[]; count: number }>();
  count = 0;
  readonly told = (problem: FolderProblem): void => {
    const sort = this.#sorts.get(problem.text.code) ?? { kept: [], count: 0 };
    this.#sorts.set(problem.text.code, sort);
    sort.count++;
    this.count++;
    if (sort.kept.length < KEPT) sort.kept.push(problem);
  };
  sorts(): readonly {
    readonly code: string;
    readonly kept: readonly FolderProblem[];
    readonly count: number;
  }[] {
    return [...this.#sorts].map(([code, { kept, count }]) => ({ code, kept, count }));
  }
  /** The first of each sort, and how many more there are. */
  print(): void {
    for (const { kept, count } of this.sorts()) {
      for (const { file, line, text } of kept.slice(0, PRINTED))
        console.error(`  ${file}${line ? `:${line}` : ''}: ${say(text)}`);
      if (count > PRINTED)
        console.error(`  and ${(count - PRINTED).toLocaleString('en')} more of the same kind`);
    }
  }
}
/** What the report says beside the problems. */
export interface Found {
  readonly folder: string;
  readonly name: string | null;
  readonly usable: boolean;
  /** Of what there is how much. */
  readonly counts: Readonly<Record<string, number>>;
  readonly kinds: Readonly<Record<string, number>>;
  /** What is missing for which capability, as sentences. */
  readonly gaps: readonly string[];
}

/** Counts that are not said by their own name. */
const COUNTED: ReadonlyMap<string, string> = new Map([
  ['joined', 'descriptions joined with another’s record'],
  ['works', 'works with several editions or carriers'],
]);
const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (c) => (c === '&' ? '&amp;' : c === '<' ? '&lt;' : c === '>' ? '&gt;' : '&quot;'));
const table = (rows: readonly (readonly [string, string | number])[]): string =>
  `<table>${rows.map(([a, b]) => `<tr><th scope="row">${escaped(a)}</th><td>${escaped(typeof b === 'number' ? b.toLocaleString('en') : b)}</td></tr>`).join('')}</table>`;
function html(found: Found, problems: Problems): string {
  const title = `${found.name ?? found.folder}: what was read`;
  const sections = problems.sorts().map(({ kept, count }) => {
    const [first] = kept;
    const rows = kept
      .map(
        ({ file, line, text }) =>
          `<tr><td>${escaped(file)}</td><td>${line || ''}</td><td>${escaped(say(text))}</td></tr>`,
      )
      .join('\n');
    const more =
      count > kept.length ? `<p>${(count - kept.length).toLocaleString('en')} more are not listed.</p>` : '';
    return `<details${count <= PRINTED ? ' open' : ''}><summary>${count.toLocaleString('en')} × ${escaped(first ? say(first.text) : '')}</summary>
<table><thead><tr><th scope="col">File</th><th scope="col">Line or record</th><th scope="col">What was wrong, and what was done</th></tr></thead>
<tbody>${rows}</tbody></table>${more}</details>`;
  });
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>${escaped(title)}</title>
<style>body{font:16px/1.5 sans-serif;max-width:70rem;margin:2rem auto;padding:0 1rem}table{border-collapse:collapse;margin:.5rem 0 1.5rem}th,td{text-align:left;vertical-align:top;padding:.2rem .9rem .2rem 0;border-bottom:1px solid #ccc}summary{cursor:pointer;padding:.3rem 0}</style></head>
<body><h1>${escaped(title)}</h1>
${found.usable ? '' : '<p><strong>Nothing can be built of this folder until what is listed here is mended.</strong></p>'}
<h2>What there is</h2>${table(Object.entries(found.counts).map(([name, n]) => [COUNTED.get(name) ?? name, n]))}
<h2>Kinds</h2>${table(Object.entries(found.kinds))}
<h2>What is missing for what</h2>${found.gaps.length ? `<ul>${found.gaps.map((g) => `<li>${escaped(g)}</li>`).join('')}</ul>` : '<p>Nothing.</p>'}
<h2>Problems</h2>${sections.length ? sections.join('\n') : '<p>None.</p>'}
</body></html>
`;
}
/** What the library desk shows of it: of each sort the first, and how many. */
export const deskReport = (found: Found, problems: Problems): DeskReport => ({
  ...found,
  sorts: problems.sorts().map(({ kept, count }) => ({
    count,
    first: kept.slice(0, PRINTED).map(({ file, line, text }) => ({ file, line, text: say(text) })),
  })),
});
/** Writes all of it: as HTML where the file is called so, else as JSON. */
export function writeReport(file: string, found: Found, problems: Problems): void {
  if (/\.html?$/i.test(file)) {
    writeFileSync(file, html(found, problems));
    return;
  }
  const sorts = problems.sorts().map(({ code, kept, count }) => ({
    code,
    count,
    problems: kept.map(({ text, ...place }) => ({ ...place, text: say(text) })),
  }));
  writeFileSync(file, `${JSON.stringify({ ...found, sorts }, null, 1)}\n`);
}
