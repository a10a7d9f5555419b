/** What a library's folder was found to be: problems by sort, for the terminal and for a report in JSON or HTML. */
import { writeFileSync } from 'node:fs';
import type { DeskReport } from '../server/deskReport';
import type { FolderProblem, Met } from '../server/libraryFolder';
import { say } from '../words/generated/libraryfolder';

/** Of one sort of problem, so many are printed; of one that is the same at many places, so many places. */
const [PRINTED, PLACES] = [20, 6];
/** Of one sort, so many are kept for the report, and so many places of each; the others are counted. */
const [KEPT, PLACES_KEPT] = [10_000, 100_000];

export interface Sort {
  readonly met: readonly Met[];
  readonly count: number;
}
/** Problems as they come, by sort, the same ones together. */
export class Problems {
  readonly #sorts = new Map<string, { readonly met: Map<string, Met>; count: number }>();
  count = 0;
  readonly told = ({ file, line, text }: FolderProblem): void => {
    const sort = this.#sorts.get(text.code) ?? { met: new Map<string, Met>(), count: 0 };
    this.#sorts.set(text.code, sort);
    sort.count++;
    this.count++;
    const key = `${file} ${JSON.stringify(text)}`;
    const met = sort.met.get(key) ?? { file, text, lines: [], count: 0 };
    if (met.count === 0 && sort.met.size < KEPT) sort.met.set(key, met);
    met.count++;
    if (line && met.lines.length < PLACES_KEPT) met.lines.push(line);
  };
  /** All that was told, to be told again. */
  all(): readonly Met[] {
    return [...this.#sorts.values()].flatMap(({ met }) => [...met.values()]);
  }
  /** Forgets all but these. */
  only(problems: readonly Met[]): void {
    this.#sorts.clear();
    this.count = 0;
    this.again(problems);
  }
  /** Problems that were told before, of what was not read again. */
  again(problems: readonly Met[]): void {
    for (const { file, text, lines, count } of problems)
      for (let k = 0; k < count; k++) this.told({ file, line: lines[k] ?? 0, text });
  }
  /** Those with the most places first: they are mended in one place. */
  sorts(): readonly Sort[] {
    return [...this.#sorts.values()]
      .map(({ met, count }) => ({ met: [...met.values()].sort((a, b) => b.count - a.count), count }))
      .sort((a, b) => b.count - a.count);
  }
  /** The first of each sort, and how many more there are. */
  print(): void {
    for (const { met } of this.sorts()) {
      for (const one of met.slice(0, PRINTED)) console.error(`  ${placeOf(one)}: ${say(one.text)}`);
      if (met.length > PRINTED)
        console.error(`  and ${(met.length - PRINTED).toLocaleString('en')} more of the same kind`);
    }
  }
}
/** `owners.csv:2`, or `owners.csv, 500 times (2, 3, 4, …)`. */
function placeOf({ file, lines, count }: Met): string {
  if (count === 1) return lines.length ? `${file}:${lines[0]}` : file;
  const some = lines.slice(0, PLACES).join(', ');
  return `${file}, ${count.toLocaleString('en')} times${some ? ` (${some}${count > PLACES ? ', …' : ''})` : ''}`;
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
  const sections = problems.sorts().map(({ met, count }) => {
    const rows = met
      .map(({ file, lines, count: times, text }) => {
        const where = lines.slice(0, PRINTED).join(', ') + (times > PRINTED ? ', …' : '');
        return `<tr><td>${escaped(file)}</td><td>${where}</td><td>${times > 1 ? times.toLocaleString('en') : ''}</td><td>${escaped(say(text))}</td></tr>`;
      })
      .join('\n');
    const [first] = met;
    return `<details${met.length <= PRINTED ? ' open' : ''}><summary><b>${count.toLocaleString('en')} ×</b> ${escaped(first ? say(first.text) : '')}</summary>
<table><thead><tr><th scope="col">File</th><th scope="col">Lines or records</th><th scope="col">Times</th><th scope="col">What was wrong, and what was done</th></tr></thead>
<tbody>${rows}</tbody></table></details>`;
  });
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>${escaped(title)}</title>
<style>body{font:16px/1.5 sans-serif;max-width:70rem;margin:2rem auto;padding:0 1rem}table{border-collapse:collapse;margin:.5rem 0 1.5rem}th,td{text-align:left;vertical-align:top;padding:.2rem .9rem .2rem 0;border-bottom:1px solid #ccc}summary{cursor:pointer;padding:.3rem 0}</style></head>
<body><h1>${escaped(title)}</h1>
${found.usable ? '' : '<p><strong>Nothing can be built of this folder until what is listed here is mended.</strong></p>'}
<h2>What there is</h2>${table(Object.entries(found.counts).map(([name, n]) => [COUNTED.get(name) ?? name, n]))}
<h2>Kinds</h2>${table(Object.entries(found.kinds).map(([kind, count]) => [kind.replaceAll('-', ' '), count]))}
<h2>What is missing for what</h2>${found.gaps.length ? `<ul>${found.gaps.map((g) => `<li>${escaped(g)}</li>`).join('')}</ul>` : '<p>Nothing.</p>'}
<h2>Problems</h2>${sections.length ? sections.join('\n') : '<p>None.</p>'}
</body></html>
`;
}
/** What the library desk shows of it: of each sort the first, and how many. */
export const deskReport = (found: Found, problems: Problems): DeskReport => ({
  ...found,
  sorts: problems.sorts().map(({ met, count }) => ({
    count,
    first: met
      .slice(0, PRINTED)
      .map(({ file, lines, text }) => ({ file, line: lines[0] ?? 0, text: say(text) })),
  })),
});
/** Writes all of it: as HTML where the file is called so, else as JSON. */
export function writeReport(file: string, found: Found, problems: Problems): void {
  if (/\.html?$/i.test(file)) {
    writeFileSync(file, html(found, problems));
    return;
  }
  const sorts = problems.sorts().map(({ met, count }) => ({
    code: met[0]?.text.code,
    count,
    problems: met.map(({ text, ...place }) => ({ ...place, text: say(text) })),
  }));
  writeFileSync(file, `${JSON.stringify({ ...found, sorts }, null, 1)}\n`);
}
