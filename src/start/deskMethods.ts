/** What the simulated loan desk asks an index worker. */
import type { Discovery } from '../core/discovery/discovery';
import { OPENING } from '../demo/desk';
import { STORYLINE } from '../demo/storyline/records';
import { copiesOf, openingFrom } from '../standins/circulation/opening';

export const deskMethods = (service: Discovery) =>
  [
    [
      'deskCopies',
      async (records: readonly string[]) =>
        Promise.all(
          records.map(async (id) => {
            const item = await service.item(id);
            return item ? copiesOf(item.record) : [];
          }),
        ),
    ],
    // What the storyline is told of is nobody's yet.
    ['deskOpening', () => openingFrom(service, OPENING, new Set(STORYLINE.map((r) => r.id)))],
  ] as const;
