/**
 * The index worker as it is started: the service's methods, and those of the stand-ins that ask the same
 * holdings.
 */
import { itemWithLive, type LiveCopies } from '../core/circulation/live';
import type { Moment } from '../core/discovery/answers';
import { answerQuestions } from '../server/worker';
import type { SentSlip } from '../standins/lending/story';
import { lendingTimeline } from '../standins/lending/timeline';
import { deskMethods } from './deskMethods';

answerQuestions((service) => [
  [
    'timeline',
    async (slip: SentSlip, { situation }: Moment, live: LiveCopies) => {
      const item = await service.slipItem(slip);
      const { library } = service;
      return item && lendingTimeline(slip, itemWithLive(item, live, library.campuses), library, situation);
    },
  ],
  ...deskMethods(service),
]);
