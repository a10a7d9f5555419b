/** Courses: from a pasted syllabus to slips; a two-hour desk copy before the seminar; one's own, private. */
import { expect, lines, moveClock, search, test } from './app';

const SYLLABUS = `NUT 300 Eating the shore
Maren Thornvik

Week 1 (5 Nov): What is food?
Lindqvarn, T. (2019). The edible shore: a history of seaweeds as food. Harrow Tide Press.

Week 2: Kitchens
- Adewold, E., Ostholt, N., & Brimoto, H. (2024). School kitchens and sea vegetables: A two-year feeding trial. Coastal Food Systems, 16(3), 201–222.
Further reading
- Nobody, A. (2001). A book that is not there. Aldersund: No Press.

Week 5: Papers
Vestwick, M. (2011). Salt, smoke, weed: preserving in the northern isles. Oarlock Editions.`;

test('the week plan of a pasted syllabus, down to its slips', async ({ page }) => {
  await page.goto('/courses');
  await page.getByRole('button', { name: 'Paste a syllabus' }).click();
  await page.getByLabel('The syllabus').fill(SYLLABUS);
  await page.getByRole('button', { name: 'Read it' }).click();
  await expect(page.getByText('3 meetings, 4 readings.')).toBeVisible({ timeout: 20_000 });
  await page.getByRole('button', { name: 'Make it a course' }).click();
  await expect(page.getByRole('heading', { level: 1, name: /NUT 300.*Eating the shore/ })).toBeVisible();
  // Weeks without a date are counted from the one that has one.
  await expect(page.getByRole('region', { name: 'Meeting 2' })).toContainText('Thu 12 Nov');
  await expect(page.getByRole('region', { name: 'Meeting 3' })).toContainText('Thu 3 Dec');
  await expect(page.getByText(/^Of 4 readings to come: /)).toBeVisible();
  // What is nowhere is asked for from its meeting, with the day before it as need-by.
  const kitchens = page.getByRole('region', { name: 'Meeting 2' });
  await expect(kitchens.getByText('A book that is not there', { exact: true })).toBeVisible();
  await kitchens.getByRole('button', { name: /^Ask for it ?: A book that is not there/ }).click();
  const review = page.getByRole('region', { name: 'Slips for what is missing' });
  await expect(review.getByRole('row').nth(1)).toContainText('A book that is not there');
  const declare = review.getByRole('checkbox', { name: /^For each copy/ });
  if (await declare.count()) await declare.check();
  await review.getByRole('button', { name: /^Send (\d+ slips?|the slip|it)/ }).click();
  await expect(page.getByText(/^\d+ slips? sent|^One slip sent|slip sent/).first()).toBeVisible({
    timeout: 20_000,
  });
  // The course is still there after a reload, and only here.
  await page.reload();
  await expect(page.getByRole('heading', { level: 1, name: /Eating the shore/ })).toBeVisible();
  await page.goto('/courses');
  await expect(page.getByRole('link', { name: 'Eating the shore' })).toBeVisible();
  expect(await page.request.get('/api/courses?q=eating+shore').then((r) => r.text())).not.toContain(
    'Eating the shore',
  );
});

test('a course of the library: found by its lecturer, its desk copy before the seminar, the plan follows the clock', async ({
  page,
}) => {
  await page.goto('/courses');
  await page.getByRole('searchbox', { name: 'Find a course' }).fill('thornvik seaweed');
  await page.getByRole('searchbox', { name: 'Find a course' }).press('Enter');
  await page.getByRole('link', { name: /^Seaweed as food/ }).click();
  const law = page.getByRole('region', { name: 'Meeting 4' });
  await expect(law).toContainText('On the course desk at Quayside');
  await expect(law).toContainText('for two hours');
  await expect(law).toContainText('open until 22:00');
  const due = page.getByRole('status').filter({ hasText: /this week/ });
  await expect(due).toContainText('Nothing has to be asked for this week');
  // A week later something is due, and what was this week's lies behind.
  await moveClock(page, 'In a week, 9:10');
  await expect(law).toBeHidden();
  await expect(page.getByText(/^\d+ meetings behind you$/)).toBeVisible();
  await page.getByRole('button', { name: 'All of it into a pile' }).click();
  await page.getByRole('link', { name: 'Open the pile' }).click();
  await expect(page.getByRole('heading', { level: 1, name: /readings$/ })).toBeVisible();
});

test('one’s own course: copied, changed, read for from a search, removed and brought back', async ({
  page,
}) => {
  await page.goto('/courses?course=seaweed-as-food');
  await page.getByRole('button', { name: 'Make it mine' }).click();
  await expect(page).toHaveURL(/own=C-/);
  await page.getByRole('button', { name: 'Change', exact: true }).click();
  await page.getByLabel('Name').fill('My seaweed');
  await page.getByLabel('Name').blur();
  await expect(page.getByRole('heading', { level: 1, name: /My seaweed/ })).toBeVisible();
  await page.getByRole('button', { name: 'Add a meeting' }).click();
  await expect(page.getByRole('group', { name: 'Meeting 10' })).toBeVisible();
  await page.getByRole('button', { name: 'Done' }).click();
  await page.goto('/');
  await search(page, 'kelp farming');
  await lines(page);
  await page.locator('[data-line]').first().press('Enter');
  const title =
    (await page
      .getByRole('complementary', { name: 'The item' })
      .getByRole('heading', { level: 2 })
      .textContent()) ?? '';
  await page
    .getByRole('complementary', { name: 'The item' })
    .getByRole('button', { name: /^Choose a pile/ })
    .click();
  await page.getByRole('button', { name: 'NUT 214 My seaweed' }).click();
  // It is kept when that is said.
  await expect(page.getByRole('button', { name: 'Undo' })).toBeVisible();
  await page.goto('/courses');
  await page.getByRole('link', { name: 'My seaweed' }).click();
  await expect(page.getByRole('region', { name: 'Meeting 4' })).toContainText(title.slice(0, 30));
  await page.getByRole('button', { name: 'Change', exact: true }).click();
  await page.getByRole('button', { name: 'Remove the course' }).click();
  await expect(page.getByText('“My seaweed” was removed.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('link', { name: 'My seaweed' })).toBeVisible();
});

test('a course twice a week, at once; a syllabus that names chapters', async ({ page }) => {
  await page.goto('/courses');
  await page.getByRole('button', { name: /syllabus/i }).click();
  await page
    .getByLabel('The syllabus')
    .fill(
      [
        'Seaweed as food, NUT 9',
        'Week 1: 5 November 2026',
        'Chapter 3 of Lindqvarn, T. (2019). The Edible Shore: A History of Seaweeds as Food. Tarnholm University Press.',
      ].join('\n'),
    );
  await page.getByRole('button', { name: 'Read it' }).click();
  await page.getByRole('button', { name: 'Make it a course' }).click();
  await expect(page.getByRole('region', { name: 'Meeting 1' })).toContainText('Chapter 3');
  await page.getByRole('button', { name: 'Change', exact: true }).click();
  await page.getByRole('button', { name: /^Meetings every week/ }).click();
  await page.getByLabel('To', { exact: true }).fill('2026-11-20');
  await page.getByLabel('To', { exact: true }).press('Tab');
  await page.getByRole('checkbox', { name: 'Wed' }).check();
  // Mondays and Wednesdays; the eleventh is Harbour Day.
  await expect(page.getByText(/^5 meetings: Mon 2 Nov to Wed 18 Nov$/)).toBeVisible();
  await page.getByRole('textbox', { name: 'At', exact: true }).fill('14:15');
  await page.getByRole('button', { name: 'Add them' }).click();
  await expect(page.getByText('5 meetings added.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('group', { name: 'Meeting 2' })).toHaveCount(0);
});
