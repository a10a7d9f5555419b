/** The journals' own records. */
import { KINDS } from '../../core/model/kinds';
import type { DiscoveryRecord } from '../../core/model/record';
import { DISCIPLINES, type Discipline } from '../vocabulary/disciplines';
import type { Drawing } from './drawing';

export function* serials(draw: Drawing): Generator<DiscoveryRecord> {
  for (const j of draw.world.journals) {
    if (!draw.room()) return;
    const d = DISCIPLINES.find((x) => x.id === j.discipline) ?? (DISCIPLINES[0] as Discipline);
    const id = draw.nextId();
    yield {
      id,
      kind: 'journal',
      carrier: j.print.length ? 'print' : 'online',
      languages: [j.language],
      subjects: [`${d.subjects[0]}—Periodicals`],
      source: 'Serials register',
      journal: j.id,
      csl: {
        id,
        type: KINDS.journal.csl,
        title: j.title,
        ISSN: j.issn,
        publisher: j.publisher,
        issued: { 'date-parts': [[j.from]] },
        language: j.language,
      },
      copies: j.print.map((p) => ({
        campus: p.campus,
        location: 'Journals',
        callNumber: p.callNumber,
        status: { state: 'in' as const },
        rule: p.rule,
      })),
    };
  }
}
