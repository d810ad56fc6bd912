// Every view of a student: nothing for axe to find, nothing wider than the window at 200 %, targets large enough for a thumb, the keyboard in sight,
// and nothing lost in forced colours.
import { expect, type Page, test } from '@playwright/test';
import { checkedTake, signInStudent } from '../support/browser';
import { expectInSightByKeyboard, expectReadable } from '../support/readable';

const VIEWS: readonly { readonly name: string; readonly open: (page: Page) => Promise<unknown> }[] = [
  { name: 'my lines', open: (page) => page.goto('/practice') },
  { name: 'my book', open: (page) => page.goto('/my-book') },
  { name: 'my record', open: (page) => page.goto('/my-record') },
  { name: 'reading', open: (page) => page.goto('/reading') },
  { name: 'metronome', open: (page) => page.goto('/metronome') },
  {
    name: 'stand',
    open: async (page) => {
      await page.goto('/practice');
      await page
        .getByRole('link', { name: /4 Slow Ferry/ })
        .first()
        .click();
      await page.getByRole('button', { name: 'Play and record' }).waitFor();
      // What is seldom wanted comes last.
      await page.getByText('Sounds and loudness').waitFor();
    },
  },
  {
    name: 'look it over',
    open: async (page) => {
      await VIEWS.find(({ name }) => name === 'stand')!.open(page);
      await page.getByRole('link', { name: 'Look it over' }).click();
      await page.getByRole('heading', { level: 1 }).waitFor();
      await expect(page).toHaveTitle(/Mevlo/);
    },
  },
  {
    name: 'take',
    open: async (page) => {
      await page.goto('/practice');
      await checkedTake(page).click();
      await page.getByTestId('next-step').waitFor();
    },
  },
];

for (const { name, open } of VIEWS) {
  test(`${name}: for everybody`, async ({ context }) => {
    test.setTimeout(120_000);
    const page = await signInStudent(context, 'nuri');
    await open(page);
    await page.waitForLoadState('networkidle');
    await expectReadable(page);
    await expectInSightByKeyboard(page);
  });
}
