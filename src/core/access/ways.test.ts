import { describe, expect, it } from 'vitest';
import { storyItemTitled } from '../../../tests/fixtures/story';
import { moment, situation } from '../../../tests/fixtures/world';
import { LENDERS, LIBRARY } from '../../demo/library';
import { STORYLINE } from '../../demo/storyline/records';
import { inWords } from '../../words/inWords';
import type { CampusId } from '../model/record';
import { type DayNumber, type Minutes, parseDay, parseLocal } from '../model/time';
import { planLending } from './chance';
import { soonestWay, waysToRead } from './ways';
import '../../words/spoken';

const item = storyItemTitled;
const at = (iso = '2026-11-02T09:10') => parseLocal(iso) as Minutes;
const ways = (
  start: string,
  reader = situation('quayside'),
  when = at(),
  need: string | null = null,
  nth = 0,
) =>
  inWords(
    waysToRead(item(start, nth), {
      library: LIBRARY,
      situation: reader,
      at: when,
      needBy: need ? (parseDay(need) as DayNumber) : null,
    }),
  );
const ids = (answer: ReturnType<typeof ways>) => answer.ways.map((w) => w.id);

describe('ways to read', () => {
  it('what is licensed for us is readable now, with the page to open', () => {
    const { best, wait } = ways('Kelp on the plate');
    expect(wait).toMatchObject({ class: 'now', label: 'Now' });
    expect(best?.action).toEqual({
      do: 'open',
      href: expect.stringMatching(/^\/standin\/publisher\/meridian\/tu/),
      signIn: false,
    });
  });
  it('off campus a licensed text goes through the sign-in, an open one does not', () => {
    const remote = situation('quayside', true);
    expect(ways('Kelp on the plate', remote).best?.action).toMatchObject({ do: 'open', signIn: true });
    expect(ways('Who owns the foreshore', remote).best?.action).toMatchObject({ do: 'open', signIn: false });
  });
  it('another campus’s licence gives nothing, and says so', () => {
    const answer = ways('Line spacing and fouling');
    const online = answer.ways.find((w) => w.id === 'online:ashgrove');
    expect(online).toMatchObject({ label: 'No', setsWait: false, action: { do: 'nothing' } });
    expect(online?.reasons[0]).toContain('Fellgate readers only');
    expect(answer.wait.class).not.toBe('now');
    expect(ways('Line spacing and fouling', situation('fellgate')).wait.class).toBe('now');
  });
  it('abstracts are not full text', () => {
    const answer = ways('Umami in red seaweeds');
    expect(answer.ways.find((w) => w.id === 'none:abstrakta')?.reasons[0]).toContain('abstracts only');
    expect(answer.wait.class).not.toBe('now');
  });
  it('a print run: scan, partner’s copy, interlibrary copy, and a visit that does not set the wait', () => {
    const answer = ways('Iodine, arsenic');
    expect(ids(answer)).toEqual([
      'scan:saltmarsh',
      'partner-copy:brackmoor',
      'lending',
      'visit:saltmarsh',
      'none:harbourlight',
    ]);
    expect(answer.ways.find((w) => w.id === 'visit:saltmarsh')).toMatchObject({
      setsWait: false,
      label: 'Today',
      sub: 'on site',
      reasons: expect.arrayContaining(['Open until 16:00.']),
    });
    expect(answer.wait).toMatchObject({ label: 'Tue 3 Nov', sub: 'by Thu 5 Nov' });
  });
  it('behind a moving wall: the day it can be read online is one of the ways', () => {
    const wall = ways('Iodine in breast milk').ways.find((w) => w.id === 'online:harbourlight');
    expect(wall).toMatchObject({
      class: 'later',
      ready: { median: '2027-01-01T00:00' },
      action: { do: 'nothing' },
    });
    expect(ways('Iodine in breast milk', situation('quayside'), at('2027-01-02T10:00')).wait.class).toBe(
      'now',
    );
  });
  it('the shelf here is today, with its call number; in the evening it is tomorrow', () => {
    expect(ways('Seaweed, food, security').best).toMatchObject({
      id: 'shelf:quayside',
      class: 'today',
      place: 'Quayside, Level 2, TX 402 .B73 2024',
    });
    expect(ways('Seaweed, food, security', situation('quayside'), at('2026-11-02T21:45')).best).toMatchObject(
      {
        class: 'week',
        label: 'Tue 3 Nov',
      },
    );
  });
  it('what is only read on the premises is a wait on site, soonest campus first, and no other wait', () => {
    const [thing, from] = [
      item('Seaweed, food, security'),
      { library: LIBRARY, situation: situation('quayside'), at: at() },
    ];
    const { owners: _owners, partnerCopies: _partners, ...record } = thing.record;
    const kept = (campus: 'quayside' | 'saltmarsh') =>
      ({
        campus: campus as CampusId,
        location: 'Closed stacks',
        callNumber: 'X 1',
        status: { state: 'in' },
        rule: 'premises',
      }) as const;
    const only = {
      ...thing,
      record: { ...record, ebook: [], copies: [kept('saltmarsh'), kept('quayside')] },
    };
    const answer = inWords(waysToRead(only, from));
    expect(answer.wait).toMatchObject({ class: 'on-site', label: 'Today', sub: 'on site' });
    expect(answer.best).toMatchObject({ id: 'visit:quayside', setsWait: false, action: { do: 'go' } });
    expect(inWords(soonestWay(only, from))).toEqual({ best: answer.best, wait: answer.wait });
    // Nor does one that is out, which nobody can read there.
    const out = {
      ...only,
      record: {
        ...only.record,
        copies: [{ ...kept('quayside'), status: { state: 'out', due: '2026-11-04', queue: 0 } } as const],
      },
    };
    expect(inWords(waysToRead(out, from)).wait.class).toBe('unlikely');
    expect(inWords(waysToRead(out, from)).ways[0]).toMatchObject({
      label: 'No',
      reasons: ['On loan until Wed 4 Nov.'],
    });
    expect(inWords(soonestWay(out, from)).wait.class).toBe('unlikely');
    // A copy that may be taken away sets the wait, however late.
    const both = {
      ...only,
      record: {
        ...only.record,
        copies: [
          ...only.record.copies,
          {
            ...kept('quayside'),
            rule: 'loan',
            status: { state: 'out', due: '2026-11-20', queue: 0 },
          } as const,
        ],
      },
    };
    expect(waysToRead(both, from).wait.class).toBe('later');
  });
  it('what stands on the shelf of one’s own campus is put aside by staff, where the policy has that', () => {
    const answer = ways('Seaweed, food, security');
    const aside = answer.ways.find((w) => w.id === 'hold:quayside');
    expect(aside).toMatchObject({
      title: 'Put aside for you',
      label: 'Tue 3 Nov',
      action: { do: 'slip', route: 'hold', from: 'quayside' },
    });
    expect(answer.ways.indexOf(aside as never)).toBeGreaterThan(0);
    const { aside: _aside, ...shelf } = LIBRARY.policy.shelf;
    const strict = { ...LIBRARY, policy: { ...LIBRARY.policy, shelf } };
    const thing = item('Seaweed, food, security');
    const at_ = { library: strict, situation: situation('quayside'), at: at() };
    expect(waysToRead(thing, at_).ways.some((w) => w.id === 'hold:quayside')).toBe(false);
    expect(ids(ways('Seaweed, food, security', situation('fellgate')))).not.toContain('hold:quayside');
  });
  it('another campus sends it in two working days', () => {
    expect(ways('Nori, dulse, kelp').best).toMatchObject({
      id: 'transfer:fellgate',
      label: 'Wed 4 Nov',
      sub: 'by Thu 5 Nov',
    });
  });
  it('on loan with a queue: the hold counts the queue; the partner’s copy is sooner', () => {
    const answer = ways('Salt, smoke, weed');
    expect(answer.best?.id).toBe('partner-loan:ostmere');
    const hold = answer.ways.find((w) => w.id === 'hold:quayside');
    expect(hold?.reasons).toEqual(
      expect.arrayContaining(['On loan until Mon 16 Nov.', '1 reader is waiting before you.']),
    );
    expect(hold?.ready?.median.slice(0, 10)).toBe('2026-12-08');
  });
  it('a missing copy is no way', () =>
    expect(ways('Kelp: a short natural history').ways.find((w) => w.id === 'missing:fellgate')).toMatchObject(
      {
        label: 'No',
        ready: null,
      },
    ));
  it('five archives own it and none lends: unlikely, with the count', () => {
    const answer = ways('Gathering rights, 1880');
    expect(answer.wait.class).toBe('unlikely');
    expect(answer.ways[0]?.reasons[0]).toContain('5 libraries own it, 0 can be asked');
    expect(answer.ways[0]?.action).toEqual({ do: 'nothing' });
  });
  it('forty libraries abroad own it and none sends it here: unlikely', () => {
    const lending = ways('Shore plants and people').ways.find((w) => w.id === 'lending');
    expect(lending).toMatchObject({ label: 'Unlikely', chance: 0 });
    expect(lending?.reasons[0]).toMatch(/\d+ don’t send to our country/);
  });
  it('nobody lends the video, though nine own it', () =>
    expect(ways('The dulse sellers').ways[0]?.reasons[0]).toContain('9 don’t lend this kind'));
  it('a whole e-book is not lent', () => {
    const answer = ways('Seaweed farming: a grower’s handbook', situation('quayside'), at(), null, 1);
    expect(ids(answer)).toEqual(['online:ashgrove']);
    expect(answer.wait.class).toBe('unlikely');
  });
  it('a chapter is reached through its book', () => {
    expect(ids(ways('Dulse: composition'))).toEqual(
      expect.arrayContaining(['scan:fellgate', 'transfer:fellgate']),
    );
    expect(ways('Seaweed farming between export').wait.class).toBe('now');
  });
  it('the version of record comes before the accepted manuscript', () => {
    const both = {
      ...item('Kelp on the plate'),
      record: {
        ...item('Kelp on the plate').record,
        openCopies: [{ provider: 'tarnrepo' as never, version: 'accepted-manuscript' as const }],
      },
    };
    expect(
      waysToRead(both, { library: LIBRARY, situation: situation('quayside'), at: at() })
        .ways.map((w) => w.id)
        .slice(0, 2),
    ).toEqual(['online:meridian', 'online:tarnrepo']);
  });
  it('compares with the day it is needed', () => {
    const verdicts = Object.fromEntries(
      ways('Iodine, arsenic', situation('quayside'), at(), '2026-11-03').ways.map((w) => [w.id, w.verdict]),
    );
    expect(verdicts['scan:saltmarsh']).toBe('tight');
    expect(verdicts.lending).toBe('too-late');
    expect(ways('Iodine, arsenic', situation('quayside'), at(), '2026-11-20').best?.verdict).toBe('in-time');
  });
  it('by post for a distance learner', () => {
    const best = ways('Seaweed, food, security', situation('quayside', true)).best;
    expect(best).toMatchObject({ id: 'post:quayside', title: 'Loan by post', label: 'Thu 5 Nov' });
  });
  it('every way says why', () => {
    for (const record of STORYLINE) {
      for (const way of ways(record.csl.title).ways)
        expect(way.reasons.length, `${record.csl.title} / ${way.id}`).toBeGreaterThan(0);
    }
  });
  it('ways that set the wait come first, soonest first', () => {
    for (const record of STORYLINE) {
      const setting = ways(record.csl.title).ways.filter((w) => w.setsWait);
      const dates = setting.map((w) => w.ready?.median ?? '');
      expect([...dates].sort()).toEqual(dates);
      expect(
        ways(record.csl.title)
          .ways.slice(0, setting.length)
          .every((w) => w.setsWait),
      ).toBe(true);
    }
  });
  it('fixtures stand at the demo’s start', () => expect(moment().at).toBe('2026-11-02T09:10'));
});

describe('chance of supply', () => {
  const wish = { owners: 'f'.repeat(35), what: { kind: 'book', year: 2010 }, service: 'loan' } as const;
  const plan = planLending(wish, LENDERS, LIBRARY.policy);
  it('is 1 − Π(1 − p) over those asked', () => {
    const product = plan.asked.reduce((q, a) => q * (1 - a.p), 1);
    expect(plan.chance).toBeCloseTo(1 - product, 10);
    expect(plan.asked.at(-1)?.cumulative).toBeCloseTo(plan.chance, 10);
    expect(plan.asked).toHaveLength(LIBRARY.policy.lending.askAtMost);
  });
  it('accounts for every owner', () =>
    expect(plan.able + Object.values(plan.refused).reduce((a, b) => a + b, 0)).toBe(plan.owners));
  it('asks in the own country first', () => {
    const abroad = plan.asked.findIndex((a) => a.lender.country !== 'XV');
    if (abroad >= 0) expect(plan.asked.slice(abroad).every((a) => a.lender.country !== 'XV')).toBe(true);
  });
  it('very likely is not before the median, and speed is not slower', () => {
    expect(plan.days.likely).toBeGreaterThanOrEqual(plan.days.median);
    expect(planLending({ ...wish, speed: 'fast' }, LENDERS, LIBRARY.policy).days.median).toBeLessThan(
      plan.days.median,
    );
  });
  it('old things are lent by fewer', () =>
    expect(
      planLending({ ...wish, what: { kind: 'book', year: 1890 } }, LENDERS, LIBRARY.policy).able,
    ).toBeLessThan(plan.able));
  it('nobody owns it: nobody is asked', () =>
    expect(planLending({ ...wish, owners: '' }, LENDERS, LIBRARY.policy)).toMatchObject({
      owners: 0,
      chance: 0,
      asked: [],
    }));
});
