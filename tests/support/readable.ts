import { expect, type Page } from '@playwright/test';
import { axeFindings } from './axe';

/** In CSS pixels. Source: WCAG 2.2, 2.5.5 Target Size (Enhanced). */
const LEAST_TARGET = 44;

/** What can be touched and is too small; links within sentences are exempt by the criterion. */
const smallTargets = (page: Page) =>
  page.evaluate((least) => {
    const isInSentence = (element: Element) =>
      element.matches('a') && getComputedStyle(element).display === 'inline';
    return [...document.querySelectorAll('a, button, select, summary, input:not([type=hidden])')]
      .filter((element) => {
        // A label that holds it is touched, too.
        const target = element.closest('label') ?? element;
        const { width, height } = target.getBoundingClientRect();
        const isThere = width > 1 && height > 1 && element.checkVisibility();
        const isTabbed = element.getAttribute('href') !== '#main';
        return isThere && isTabbed && !isInSentence(element) && height < least - 0.5;
      })
      .map(
        (element) =>
          `${element.tagName} ${(element.getAttribute('aria-label') ?? element.textContent ?? '').trim().slice(0, 60)}`,
      );
  }, LEAST_TARGET);

const isTooWide = (page: Page) =>
  page.evaluate(() => document.documentElement.scrollWidth > window.innerWidth + 1);

/** What has the focus, and whether that can be seen: a line round it, and inside the window. */
const focusInSight = (page: Page) =>
  page.evaluate(() => {
    const element = document.activeElement;
    if (!element || element === document.body) return true;
    const marked = [element, element.closest('label')].some((one) => {
      if (!one) return false;
      const { outlineStyle, outlineWidth } = getComputedStyle(one);
      return outlineStyle !== 'none' && Number.parseFloat(outlineWidth) >= 2;
    });
    const { top, bottom } = element.getBoundingClientRect();
    return marked && bottom > 0 && top < window.innerHeight;
  });

/** What is filled to say something, and is not filled any more. */
const lostFills = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll('.bg-ink, .bg-cool')]
      .filter((element) => {
        const { width, height } = element.getBoundingClientRect();
        return width > 1 && height > 1 && element.checkVisibility();
      })
      .filter((element) => {
        const canvas = getComputedStyle(document.body).backgroundColor;
        return getComputedStyle(element).backgroundColor === canvas;
      })
      .map((element) => element.outerHTML.slice(0, 120)),
  );

/** Nothing for axe to find, targets large enough for a thumb, nothing lost in forced colours, nothing wider than a phone or than 1280×800 at 200 %. */
export async function expectReadable(page: Page): Promise<void> {
  expect(await axeFindings(page)).toEqual([]);
  expect.soft(await smallTargets(page)).toEqual([]);
  await page.emulateMedia({ forcedColors: 'active' });
  // What changes its colour slowly is there.
  await page.waitForTimeout(400);
  expect.soft(await lostFills(page)).toEqual([]);
  expect(await axeFindings(page)).toEqual([]);
  await page.emulateMedia({ forcedColors: null });
  const before = page.viewportSize()!;
  for (const size of [
    { width: 640, height: 400 },
    { width: 390, height: 844 },
  ]) {
    await page.setViewportSize(size);
    expect.soft([size.width, await isTooWide(page)]).toEqual([size.width, false]);
  }
  await page.setViewportSize(before);
}

/** Whoever goes on by the keyboard sees where they are. */
export async function expectInSightByKeyboard(page: Page): Promise<void> {
  await page.evaluate(() => document.body.focus());
  for (let press = 0; press < 25; press++) {
    await page.keyboard.press('Tab');
    expect.soft([press, await focusInSight(page)]).toEqual([press, true]);
  }
}
