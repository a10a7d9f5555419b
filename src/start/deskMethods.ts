/** What the simulated loan desk asks an index worker. */
import { OPENING } from '../demo/desk';
import type { DiscoveryService } from '../server/service';
import { copiesOf, openingFrom } from '../standins/circulation/opening';

export const deskMethods = (service: DiscoveryService) =>
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
    ['deskOpening', () => openingFrom(service, OPENING)],
  ] as const;
