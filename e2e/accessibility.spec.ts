import AxeBuilder from '@axe-core/playwright'
import { type Page } from '@playwright/test'
import { expect, openCustomer, openSurface, openWhatIf, signIn, test, toLane } from './site.ts'

/** What is wrong with the screen, by a rule's name and the first places; `withRules` instead of all that the tags name. */
const scan = async (page: Page, withRules?: readonly string[]) => {
  // Lists of an open field are driven from the field, so they need no focus of their own.
  const axe = new AxeBuilder({ page })
    .exclude('.v-autocomplete__content')
    // There are no frames to look into, and only what is wrong is asked for.
    .setLegacyMode()
    .options({ resultTypes: ['violations'], preload: false })
  // The page behind an open form was looked at before.
  if (await page.getByRole('dialog').isVisible()) axe.include('.v-overlay-container')
  if (withRules) axe.withRules([...withRules])
  else axe.withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa', 'best-practice'])
  const { violations } = await axe.analyze()
  return violations.map(
    ({ id, nodes }) =>
      `${id}: ${nodes
        .map((node) => node.html.slice(0, 160))
        .slice(0, 3)
        .join(' | ')}`,
  )
}

/** Nothing fades or moves any more, so that colours are the real ones. What never comes to its end, such as an animation that was halted, is not waited for. */
const settled = (page: Page) =>
  page.evaluate(`Promise.race([
    new Promise((resolve) => setTimeout(resolve, 5000)),
    new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))).then(() =>
      Promise.all(document.getAnimations().filter(({ effect }) => effect.getTiming().iterations !== Infinity).map(({ finished }) => finished.catch(() => {})))),
  ]).then(() => null)`)

/** Text smaller than 12 px, in drawings too. */
const tooSmall = (page: Page) =>
  page.evaluate<string[]>(`[...document.querySelectorAll('body *')]
    .filter((at) => at.checkVisibility() && [...at.childNodes].some((node) => node.nodeType === 3 && node.data.trim()))
    .map((at) => {
      // A drawing's text is as large as its box makes it.
      const drawn = at.closest('svg')?.getScreenCTM?.()?.a ?? 1
      return [at.textContent.trim().slice(0, 30), Number.parseFloat(getComputedStyle(at).fontSize) * drawn]
    })
    .filter(([, size]) => size < 11.95)
    .map(([text, size]) => 'too small: ' + text + ': ' + size.toFixed(1))`)

/** The same screen in dark, where only colours differ. The member's theme follows the device, so that it turns as it stands. */
const scanInDark = async (page: Page) => {
  await page.emulateMedia({ colorScheme: 'dark' })
  await page.locator('.v-theme--dark').first().waitFor({ state: 'attached' })
  await settled(page)
  const problems = await scan(page, ['color-contrast'])
  await page.emulateMedia({ colorScheme: 'light' })
  await page.locator('.v-theme--light').first().waitFor({ state: 'attached' })
  return problems
}

/** What is wider than the screen: the page, what is in it, or an open form. */
const tooWide = (page: Page) =>
  page.evaluate<
    string[]
  >(`[document.documentElement, ...document.querySelectorAll('main, .v-overlay--active .v-overlay__content > *')]
    .filter((at) => at.checkVisibility() && at.scrollWidth > at.clientWidth + 1 && at.clientWidth > 0)
    .map((at) => 'too wide: ' + at.tagName + '.' + at.className + ' ' + at.scrollWidth + ' in ' + at.clientWidth + ': ' +
      [...at.querySelectorAll('*')].filter((inner) => inner.getBoundingClientRect().right > innerWidth + 1).slice(0, 3).map((inner) => inner.tagName + '.' + inner.className).join(' / '))`)

/** What a wet thumb would miss: controls of the bench and the lane under 44 px. */
const tooLow = (page: Page) =>
  page.evaluate<
    string[]
  >(`[...document.querySelectorAll('main :is(button, .v-btn, a.tap, input:not([type=checkbox], [type=radio], [type=range]), .v-field)')]
    .filter((at) => at.checkVisibility())
    .map((at) => [at, (at.closest('.v-field') ?? at).getBoundingClientRect()])
    .filter(([, box]) => box.width > 1 && (box.height < 43.5 || box.width < 43.5))
    .map(([at, box]) => 'too small to touch: ' + (at.getAttribute('aria-label') ?? at.textContent).trim().slice(0, 30) + ' ' + Math.round(box.width) + ' x ' + Math.round(box.height))`)
const forThumbs: readonly string[] = ['bench with its jobs', 'job', 'job running', 'at the lane', 'what to try']

/** The same screen on a tablet and a telephone. With EVERY_SIZE set all is asked again there, in light and dark. */
const onSmallScreens = async (page: Page, name: string) => {
  const problems: string[] = []
  for (const [width, height] of [
    [768, 1024],
    [390, 844],
  ] as const) {
    await page.setViewportSize({ width, height })
    await settled(page)
    // A chart follows its box a moment later.
    if ((await tooWide(page)).length > 0) await page.waitForTimeout(600)
    const found = [
      ...(await tooWide(page)),
      ...(forThumbs.includes(name) ? await tooLow(page) : []),
      ...(process.env['EVERY_SIZE']
        ? [...(await scan(page)), ...(await tooSmall(page)), ...(await scanInDark(page))]
        : []),
    ]
    problems.push(...found.map((one) => `${width}: ${one}`))
  }
  await page.setViewportSize({ width: 1280, height: 800 })
  return problems
}

/** The page that a customer sees behind a link made for them. */
async function openAsCustomer(page: Page): Promise<void> {
  await page.goto('/upkeep')
  await page.getByRole('button', { name: 'Link: Odda Brimstow' }).click()
  await page.getByRole('button', { name: 'Make a new link' }).click()
  await page.goto(await page.getByLabel('Address').inputValue())
}

async function openCalendar(page: Page): Promise<void> {
  await page.goto('/plan')
  await page.getByRole('button', { name: 'My calendar' }).click()
}
async function openTelling(page: Page): Promise<void> {
  await page.goto('/upkeep')
  await page.getByRole('button', { name: 'Our words and quiet hours' }).click()
}
async function openHours(page: Page): Promise<void> {
  await page.goto('/plan')
  await page.getByRole('button', { name: 'Hours: Anders Keelby' }).click()
}

async function openSchool(page: Page): Promise<void> {
  await page.goto('/upkeep')
  await page.getByRole('button', { name: 'The shop’s school' }).click()
}

async function askHowKnown(page: Page): Promise<void> {
  await page
    .getByRole('button', { name: /^How do you know/ })
    .first()
    .click()
}
/** The sheet before it is closed. */
async function workForWrackline(page: Page): Promise<void> {
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Put work on the bench' }).click()
}

/** What hangs on a ball, before it is retired, merged or deleted; the form before it is left. */
async function mendWrackline(page: Page): Promise<void> {
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Retire, merge or delete Wrackline' }).click()
}

async function openWracklineTrial(page: Page): Promise<void> {
  await page.goto('/trials')
  await page.getByRole('link', { name: /Wrackline dead/ }).click()
}
async function openTable(page: Page): Promise<void> {
  await openWracklineTrial(page)
  await page.getByRole('button', { name: 'Shots from a table' }).click()
}
async function openLane(page: Page): Promise<void> {
  await openWracklineTrial(page)
  await toLane(page)
}
async function openFit(page: Page): Promise<void> {
  await openWracklineTrial(page)
  await page.getByRole('button', { name: 'Fit to shots' }).click()
  await page.getByText('Fit Wrackline to its shots').click()
  await page.getByRole('button', { name: 'Fit to the shots now' }).click()
}
async function openCase(page: Page): Promise<void> {
  await openWracklineTrial(page)
  await page.getByRole('button', { name: 'What is wrong?' }).click()
  await page.getByText('What is wrong with Wrackline?').click()
}

async function openSecondFactor(page: Page): Promise<void> {
  await page.goto('/shop')
  await page.getByRole('button', { name: 'Turn on a second factor' }).click()
}
async function openCoverage(page: Page): Promise<void> {
  await page.goto('/rack')
  await openCustomer(page, 'Odda Brimstow')
  await page.getByRole('link', { name: 'Coverage', exact: true }).last().click()
}

test('sign-in', async ({ page }) => {
  await page.goto('/')
  await page.getByLabel('Sign-in name').waitFor()
  expect(await scan(page)).toEqual([])
})

/** Looked at in dark too: what draws with colours of its own. That each role of colour has contrast enough is told by the tokens' own test. */
const alsoDark: readonly string[] = [
  'rack',
  'ball',
  'job running',
  'surface',
  'what-if',
  'layout bench',
  'trial',
  'at the lane',
  'event',
  'coverage map',
]

async function openEvent(page: Page, name: string) {
  await page.goto('/events')
  await page.getByRole('link', { name }).click()
}

type View = readonly [name: string, open: () => Promise<unknown>, ready: string | RegExp]

/** The views in parts, so that they are looked at side by side, and none takes minutes. */
const parts: Readonly<Record<string, (page: Page) => readonly View[]>> = {
  'shop, rack and bench': (page) => [
    ['shop', () => page.goto('/shop'), 'Staff'],
    ['first steps', () => page.goto('/first'), 'Five things that make the rest easier'],
    ['journal', () => page.goto('/journal'), /signed in|Nothing of that/],
    ['second factor', () => openSecondFactor(page), 'Six figures'],
    [
      'own password',
      async () => {
        await page.goto('/shop')
        await page.getByRole('button', { name: 'Change my password' }).click()
      },
      'New password',
    ],
    ['rack', () => page.goto('/rack'), 'All balls in care'],
    ['customer', () => openCustomer(page, 'Odda Brimstow'), 'right-hander, one-handed'],
    ['ball', () => page.getByRole('button', { name: 'Open Wrackline' }).click(), 'Surface now'],
    ['how it is known', () => askHowKnown(page), 'What would change it'],
    ['job form', () => workForWrackline(page), 'Work for Wrackline'],
    ['mending a ball', () => mendWrackline(page), /With it would go|Nothing else|It cannot be deleted/],
    ['ball form', () => page.goto('/rack?new=ball'), 'Surface now'],
    ['customer form', () => page.goto('/rack?new=customer'), 'Release'],
    ['bench', () => page.goto('/bench'), 'Promised'],
    ['plan', () => page.goto('/plan'), 'Drag a block'],
    [
      'promise',
      () => page.getByRole('button', { name: 'Can it be ready by' }).click(),
      'Nothing is taken in by asking',
    ],
    ['my calendar', () => openCalendar(page), 'Calendar file'],
    ['hours', () => openHours(page), 'Hours of the week'],
  ],
  'jobs, supplies and upkeep': (page) => [
    ['bench with its jobs', () => page.goto('/bench'), 'Promised'],
    ['job', () => page.getByRole('link', { name: 'Pebblemourn', exact: false }).first().click(), 'Not started yet'],
    ['job running', () => page.getByRole('button', { name: 'Start', exact: true }).click(), 'What did you find?'],
    ['recipes and pads', () => page.goto('/supplies'), 'House teeth'],
    ['recipe builder', () => page.getByRole('button', { name: 'Change recipe House teeth' }).click(), 'Find the steps'],
    ['upkeep', () => page.goto('/upkeep'), 'Bexa Thrumley'],
    ['weeks ahead', () => page.goto('/upkeep/ahead'), 'How do you know?'],
    ['our words', () => openTelling(page), 'Filled in by itself'],
    ['league night', () => page.goto('/upkeep?new=night'), 'Who played'],
    ['school', () => openSchool(page), 'Upkeep of The Drying Loft'],
    ['surface', () => openSurface(page, 'Skerrymoor'), 'What each school would cost'],
    ['customer’s page', () => openAsCustomer(page), 'Balls of Odda Brimstow'],
  ],
  'lanes, layouts, balls and stock': (page) => [
    ['lanes', () => page.goto('/lanes'), 'Load table'],
    ['pattern form', () => page.goto('/lanes?new=pattern'), 'Add a row'],
    ['what-if', () => openWhatIf(page), 'Strikes, by the model'],
    ['help', () => page.getByRole('button', { name: 'Help' }).click(), 'Words on this page'],
    ['reaction map', () => page.goto('/lanes/map'), 'Choose a bowler and up to 4 patterns'],
    ['layout bench', () => page.goto('/layouts'), 'Pin to grip centre'],
    ['ball list', () => page.goto('/balls'), 'Clear the filters'],
    ['intake', () => page.goto('/intake'), 'Whose balls'],
    ['stock', () => page.goto('/stock'), 'No list yet'],
  ],
  'trials and diagnosis': (page) => [
    ['trials', () => page.goto('/trials'), 'Is the Wrackline dead, or only smooth?'],
    ['trial', () => page.getByRole('link', { name: /Wrackline dead/ }).click(), 'Next shot'],
    [
      'shot mended',
      () =>
        page
          .getByRole('button', { name: /^Correct shot/ })
          .first()
          .click(),
      'It was never thrown',
    ],
    ['shots from a table', () => openTable(page), 'A CSV file with a heading row'],
    ['at the lane', () => openLane(page), 'Last:'],
    ['what to try', () => page.getByRole('button', { name: 'What to try?' }).click(), 'Cheapest and reversible first'],
    ['fit to shots', () => openFit(page), 'What it changes ahead'],
    ['diagnosis', () => openCase(page), 'What it may be'],
    ['next tests', () => page.goto('/diagnosis'), 'What it may be'],
    ['trial form', () => page.goto('/trials?new=trial'), 'Choose the bowler first'],
  ],
  'coverage, events and rules': (page) => [
    ['nearest gaps', () => page.goto('/coverage'), 'Nearest gaps'],
    ['events', () => page.goto('/events'), 'Beacon Open'],
    ['event form', () => page.goto('/events?new=event'), 'A league is bowled weekly'],
    ['rules', () => page.goto('/events/rules'), 'surfaces only before the balls are checked in'],
    [
      'rules form',
      () => page.getByRole('button', { name: 'Edit rules: Pro (sample)' }).click(),
      'What they say nothing about',
    ],
    ['event', () => openEvent(page, 'Low Tide Doubles'), 'no bag kept'],
    ['bag', () => page.getByRole('link', { name: 'Bag of Fenn Marlowick' }).click(), 'Into the bag'],
    ['lost', () => page.goto('/nowhere'), 'There is nothing at this address'],
    ['coverage map', () => openCoverage(page), 'Gaps, cheapest fixes first'],
  ],
}

test.describe.configure({ mode: 'parallel' })
for (const [part, views] of Object.entries(parts)) {
  test(part, async ({ page, site }) => {
    test.setTimeout(process.env['EVERY_SIZE'] ? 900_000 : 240_000)
    await page.emulateMedia({ colorScheme: 'light' })
    await signIn(page, site, 'owner')
    await page.goto('/shop')
    const asTheDevice = page.getByLabel('as the device', { exact: true })
    await asTheDevice.waitFor()
    // Parts of one worker share a member. Kept before the next screen is opened: leaving would break it off.
    if (!(await asTheDevice.isChecked())) {
      const kept = page.waitForResponse(/session\/preferences/)
      await asTheDevice.check()
      await kept
    }
    const found: Record<string, readonly string[]> = {}
    for (const [name, open, ready] of views(page)) {
      await open()
      await page.getByText(ready).filter({ visible: true }).first().waitFor({ timeout: 90_000 })
      await settled(page)
      const problems = [
        ...(await scan(page)),
        ...(await tooSmall(page)),
        ...(alsoDark.includes(name) || process.env['EVERY_SIZE'] ? await scanInDark(page) : []),
        ...(await onSmallScreens(page, name)),
      ]
      if (problems.length > 0) found[name] = problems
    }
    expect(found).toEqual({})
  })
}
