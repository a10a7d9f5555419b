/** The main views, each as a way of getting there, for tests and pictures that go through all of them. */
import type { Page } from '@playwright/test';
import { DESK_TOKEN, dayByDay, lines, moveClock } from './app';

/** Makes a draft for a record and leaves the page in its editor. */
export async function draft(page: Page, query: string): Promise<void> {
  await page.goto(`/requests/new?${query}`);
  await page.waitForURL(/\/requests\/S-/);
  await page.getByRole('heading', { name: 'Promise', exact: true }).waitFor();
}
export const send = async (page: Page): Promise<void> => {
  await page.getByRole('button', { name: /^Send (slip|for approval)$/ }).click();
  await page.getByRole('heading', { name: 'Messages' }).waitFor();
  await page.getByText('not sent yet').waitFor({ state: 'detached' });
};

/** Searches, puts all that was found into a new pile, says by when it is needed, and opens it. */
export async function pile(page: Page, name: string, query: string, needBy = ''): Promise<void> {
  await page.goto(`/?q=${query}&drop.kind=newspaper-article`);
  await lines(page);
  await page.keyboard.press('j');
  await page.keyboard.press('x');
  await page.getByRole('button', { name: /^all \d+ shown$/ }).click();
  await page
    .getByRole('button', { name: /^Choose a pile for/ })
    .first()
    .click();
  await page.getByLabel('Its name').fill(name);
  await page.getByRole('button', { name: 'Make it and put it in' }).click();
  await page.getByRole('link', { name: 'Open the pile' }).click();
  await page.getByRole('heading', { name, level: 1 }).waitFor();
  if (!needBy) return;
  await page.getByRole('button', { name: 'Change', exact: true }).click();
  await page.getByLabel('Need by').fill(needBy);
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await page.getByText('Changed.').waitFor();
}

/**
 * The end of somebody's paper: a wrong year, a book on loan, an abbreviated journal, and something that is
 * nowhere.
 */
const REFERENCES = `References

Adewold, E., Ostholt, N., & Brimoto, H. (2024). School kitchens and sea vegetables: A two-year feeding trial. Coastal Food Systems, 16(3), 201–222.

Lindqvarn, Theodora. The Edible Shore: A History of Seaweeds as Food. Harrow Tide Press, 2019.

Nobody, A. (2001). A book that is not there. Aldersund: No Press.`;

export const VIEWS: readonly (readonly [name: string, open: (page: Page) => Promise<void>])[] = [
  [
    'first visit',
    (page) =>
      page.goto('/').then(() => page.getByRole('heading', { name: /^What can you be reading/ }).waitFor()),
  ],
  [
    'search',
    async (page) => {
      await page.goto('/?q=seaweed+food&drop.kind=newspaper-article&need=2026-11-13');
      await lines(page);
      await page.getByRole('heading', { name: 'Years' }).waitFor();
    },
  ],
  [
    'item',
    async (page) => {
      await page.goto('/?q=seaweed+food&drop.kind=newspaper-article&need=2026-11-13&item=tu0000001');
      await lines(page);
      await page.getByRole('region', { name: 'Ways to read' }).getByRole('listitem').first().waitFor();
    },
  ],
  [
    'nothing found',
    async (page) => {
      await page.goto('/?q=seaweed+zzyzzx&keep.peer=reviewed');
      await lines(page);
    },
  ],
  [
    'record',
    async (page) => {
      await page.goto('/records/tu0000044');
      await page.getByRole('region', { name: 'Ways to read' }).getByRole('listitem').first().waitFor();
    },
  ],
  [
    'references',
    async (page) => {
      await page.goto('/references');
      await page.getByLabel('References as text').fill(REFERENCES);
      await page.getByRole('button', { name: 'Read', exact: true }).click();
      await page.waitForSelector('section[aria-label="What they are"][aria-busy="false"] li');
      await page.getByLabel('Need by').fill('2026-11-13');
      await page.waitForSelector('section[aria-label="What they are"][aria-busy="false"] li');
    },
  ],
  [
    'piles',
    async (page) => {
      await pile(page, 'Seminar paper', 'seaweed+food', '2026-11-13');
      await page.getByRole('list', { name: 'What is in it' }).waitFor();
      await page.getByText(/to be expected/).waitFor();
    },
  ],
  [
    'cite',
    async (page) => {
      await pile(page, 'Seminar paper', 'seaweed+food', '2026-11-13');
      await page.getByRole('button', { name: 'Cite', exact: true }).first().click();
      await page.getByText(/lacks? something|Nothing that the style/).waitFor();
    },
  ],
  [
    'account',
    async (page) => {
      await page.goto('/?q=seaweed');
      await lines(page);
      await page.goto('/account');
      await page.getByRole('button', { name: 'Save as a file' }).waitFor();
    },
  ],
  [
    'fetch sheet',
    async (page) => {
      await pile(page, 'Seminar paper', 'seaweed+food', '2026-11-13');
      await page.getByRole('link', { name: 'Fetch sheet' }).click();
      await page.getByRole('heading', { name: /^Fetch sheet/ }).waitFor();
    },
  ],
  [
    'ask',
    async (page) => {
      await page.goto('/ask?record=tu0000043');
      await page.getByText('This goes with your question:').waitFor();
    },
  ],
  [
    'notices',
    async (page) => {
      await draft(page, 'record=tu0000043&route=partner-loan&from=ostmere&need=2026-11-13');
      await send(page);
      await page.goto('/ask?record=tu0000044');
      await page.getByText('This goes with your question:').waitFor();
      await page.getByLabel('Your question').fill('Is there a newer edition?');
      await page.getByRole('button', { name: 'Ask', exact: true }).click();
      await page.getByText(/^Asked\./).waitFor();
      await moveClock(page, /^To the next promised arrival/);
      await page.goto('/notices');
      await dayByDay(page, page.getByRole('heading', { name: 'Waiting for you' }));
    },
  ],
  ['slip', (page) => draft(page, 'record=tu0000052&route=ill-copy&from=lending&need=2026-11-13')],
  [
    'requests',
    async (page) => {
      await draft(page, 'record=tu0000043&route=partner-loan&from=ostmere&need=2026-11-13');
      await send(page);
      await draft(page, 'record=tu0000049');
      await page.goto('/requests');
      await page
        .getByRole('link', { name: /^Salt, smoke, weed/ })
        .first()
        .waitFor();
      await moveClock(page, 'Next day, 9:10');
    },
  ],
  [
    'by fields',
    async (page) => {
      await page.goto('/?q=title%3Aseaweed+by%3AHallgrim');
      await lines(page);
      await page.getByRole('button', { name: 'By fields' }).click();
      await page.getByLabel('Row 2, words').waitFor();
    },
  ],
  [
    'CQL',
    async (page) => {
      await page.goto(
        `/?syntax=cql&q=${encodeURIComponent('dc.title = seaweed and dc.date > 2015 sortBy dc.date/sort.descending')}`,
      );
      await lines(page);
    },
  ],
  [
    'all values',
    async (page) => {
      await page.goto('/?q=seaweed&drop.kind=newspaper-article');
      await lines(page);
      await page.getByRole('button', { name: /^All .*: Subject/ }).click();
      await page.getByRole('dialog', { name: 'Subject: all' }).getByRole('listitem').first().waitFor();
    },
  ],
  [
    'searches',
    async (page) => {
      await page.goto('/?q=seaweed&drop.kind=newspaper-article');
      await lines(page);
      await page.getByRole('button', { name: 'Keep as a standing search' }).click();
      await page.getByRole('button', { name: 'Keep', exact: true }).click();
      await page.getByText(/^Standing as/).waitFor();
      await page.goto('/searches');
      await page.getByText(/nothing new/).waitFor();
    },
  ],
  [
    'sent slip',
    async (page) => {
      await draft(page, 'record=tu0000043&route=partner-loan&from=ostmere&need=2026-11-13');
      await send(page);
      const ready = page.getByText(/^Ready for you at Quayside/).first();
      await moveClock(page, 'In a week, 9:10');
      await dayByDay(page, ready);
    },
  ],
  [
    'rules',
    async (page) => {
      await page.goto('/policy');
      await page.getByRole('heading', { name: 'Try a case' }).waitFor();
    },
  ],
  [
    'journals',
    (page) =>
      page.goto('/journals?q=seaweed').then(() => page.getByRole('heading', { name: 'Journals' }).waitFor()),
  ],
  [
    'loans',
    async (page) => {
      await page.goto('/loans');
      await page.getByRole('heading', { name: /things? with you$/ }).waitFor();
      await page.getByRole('heading', { name: 'Reminders' }).waitFor();
    },
  ],
  [
    'courses',
    (page) =>
      page.goto('/courses').then(() =>
        page
          .getByRole('link', { name: /^Introduction to/ })
          .first()
          .waitFor(),
      ),
  ],
  [
    'course',
    async (page) => {
      await page.goto('/courses?course=seaweed-as-food');
      await page.getByText(/^Of \d+ readings to come/).waitFor();
    },
  ],
  [
    'own course',
    async (page) => {
      await page.goto('/courses?course=seaweed-as-food');
      await page.getByRole('button', { name: 'Make it mine' }).click();
      await page.getByRole('button', { name: 'Change', exact: true }).click();
      await page.getByRole('group', { name: 'Meeting 9' }).waitFor();
    },
  ],
  [
    'hour',
    async (page) => {
      await page.goto('/ask/hour?record=tu0000044');
      await page
        .getByRole('button', { name: /, \d\d:\d\d$/ })
        .nth(2)
        .click();
      await page.getByLabel('What it is about').fill('Kelp, and too much of it.');
      await page.getByRole('button', { name: 'Take this hour' }).click();
      await page.getByRole('region', { name: 'Your hours' }).getByRole('listitem').waitFor();
      await page
        .getByRole('button', { name: /, \d\d:\d\d$/ })
        .nth(1)
        .click();
    },
  ],
  ['places', (page) => page.goto('/places').then(() => page.getByText('open now').first().waitFor())],
  [
    'shelf',
    async (page) => {
      await page.goto('/shelf?callno=QK+569&q=kelp');
      await page.getByRole('region', { name: 'Ways to read' }).getByRole('listitem').first().waitFor();
    },
  ],
  [
    'browse',
    (page) =>
      page
        .goto('/browse?list=people&from=Lind')
        .then(() => page.getByRole('heading', { name: 'Browse' }).waitFor()),
  ],
  [
    'desk',
    async (page) => {
      await page.goto('/loans');
      await page.getByRole('heading', { name: 'Reminders' }).waitFor();
      await page.goto(`/desk?token=${DESK_TOKEN}`);
      await page.getByRole('heading', { name: 'Library desk' }).waitFor();
    },
  ],
  [
    'databases',
    (page) => page.goto('/databases').then(() => page.getByRole('heading', { name: /^Databases/ }).waitFor()),
  ],
  [
    'guide',
    (page) => page.goto('/guides/phycology').then(() => page.getByRole('heading', { level: 1 }).waitFor()),
  ],
  [
    'about',
    (page) => page.goto('/about').then(() => page.getByRole('heading', { name: 'Licences' }).waitFor()),
  ],
  [
    'without a network',
    (page) => page.goto('/offline').then(() => page.getByText('What works without it').first().waitFor()),
  ],
  ['no such page', (page) => page.goto('/nowhere').then(() => undefined)],
];
