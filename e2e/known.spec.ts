import type { Page } from '@playwright/test'
import { expect, openCustomer, openSurface, openWhatIf, test } from './site.ts'

const question = (page: Page) => page.getByRole('button', { name: /^How do you know\?/ }).first()
/** What the sheet answers of a figure: its name, what it is, and the rows that it has. */
async function asked(page: Page) {
  await question(page).click()
  const sheet = page.getByRole('dialog', { name: /^How do you know\?/ })
  const figures = await sheet.getByRole('heading', { level: 3 }).allTextContents()
  const kinds = await sheet.getByRole('strong').allTextContents()
  const rows = await sheet.getByRole('term').allTextContents()
  const told = await sheet.getByRole('definition').allTextContents()
  expect(kinds).toHaveLength(figures.length)
  for (const kind of kinds) expect(kind).toMatch(/^[●◐◇○–] (measured|fitted to records|computed|assumed|not known)$/)
  // Whatever is told is told in whole words: no place of a sentence is left open.
  for (const one of told) expect(one.trim()).toMatch(/^[^{}]{8,}$/)
  await page.keyboard.press('Escape')
  await expect(sheet).toHaveCount(0)
  await expect(question(page)).toBeFocused()
  return { figures, kinds, rows, told }
}

test('a ball’s surface, games left and oil are asked how they are known, with the figures that the screen shows', async ({
  signedIn: page,
}) => {
  await openCustomer(page, 'Odda Brimstow')
  await page.getByRole('button', { name: 'Open Wrackline' }).click()
  const panel = page.getByRole('region', { name: 'Wrackline' })
  await expect(panel).toContainText(/reads \d+ ft late/)
  const { figures, rows } = await asked(page)
  const [surface, ...others] = figures
  await expect(panel).toContainText(surface!)
  expect(others.some((one) => /^oil \d+ %$/.test(one))).toBe(true)
  // What it does at the next play is told on the rack in the same words.
  const reads = others.find((one) => /^reads \d+ ft late by the (league|tournament) on /.test(one))!
  // Where the ball is may follow.
  await expect(page.getByRole('button', { name: 'Open Wrackline' })).toHaveAccessibleDescription(
    new RegExp(`^▲ ${reads}`),
  )
  expect(rows.filter((row) => row === 'Source')).toHaveLength(figures.length)

  await openSurface(page, 'Skerrymoor')
  const page2 = await asked(page)
  await expect(page.getByRole('region', { name: 'Now' })).toContainText(page2.figures[0]!)
  // Here the oil has its band beside it, which the page says too.
  expect(page2.told.join(' ')).toMatch(/between \d+ and \d+ µL/)
})

test('what is tested, planned and thrown in thought answers the same question in the same way', async ({
  signedIn: page,
}) => {
  await page.goto('/trials')
  await page.getByRole('link', { name: /Wrackline dead/ }).click()
  const trial = await asked(page)
  expect(trial.kinds).toEqual(['● measured'])
  expect(trial.rows).toEqual(['Source', 'Model', 'Data', 'Band', 'What would change it'])
  await expect(page.getByText(trial.figures[0]!).first()).toBeVisible()

  await page.goto('/plan')
  const pace = await asked(page)
  expect(pace.rows).toContain('What would change it')

  await openWhatIf(page)
  await expect(page.getByText(/% of shots/).first()).toBeVisible()
  const thought = await asked(page)
  expect(thought.figures).toEqual([
    'First read, Breakpoint, Entry board, Entry angle',
    'In the pocket, Strikes, by the model',
  ])
  expect(thought.told.join(' ')).toContain('Carry is a model (assumed).')

  await page.goto('/events')
  await page.getByRole('link', { name: 'Low Tide Doubles' }).click()
  await page.getByRole('link', { name: 'Bag of Fenn Marlowick' }).click()
  const bag = await asked(page)
  expect(bag.kinds).toEqual(['◇ computed'])
})
