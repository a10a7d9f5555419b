/**
 * The index worker as it is started: the service's methods, and the lending stand-in's, which asks the same
 * holdings.
 */
import type { Moment } from '../core/discovery/answers';
import { answerQuestions } from '../server/worker';
import type { SentSlip } from '../standins/lending/story';
import { lendingTimeline } from '../standins/lending/timeline';

answerQuestions((service) => [
  [
    'timeline',
    async (slip: SentSlip, { situation }: Moment) => {
      const item = await service.slipItem(slip);
      return item && lendingTimeline(slip, item, service.library, situation);
    },
  ],
]);
