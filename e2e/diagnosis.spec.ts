import { choose, expect, test, toLane, typed } from './site.ts'

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, world: 'cases' })

test('a case: signs from the shots, the test that tells most a minute begun as a trial, its answer changes the ranking', async ({
  signedIn: page,
}) => {
  await page.goto('/trials')
  await page.getByRole('link', { name: /Wrackline dead/ }).click()
  await page.getByRole('button', { name: 'What is wrong?' }).click()
  await page.getByText('What is wrong with Wrackline?').click()
  await expect(page.getByRole('heading', { name: 'What is wrong with Wrackline?' })).toBeVisible()
  // Light and late, by the leaves and reads of its last shots.
  await expect(page.getByRole('button', { name: 'light hits: seen', exact: true })).toBeVisible()
  await expect(page.getByRole('button', { name: 'reads late: seen', exact: true })).toBeVisible()
  await page.getByRole('button', { name: /^turns less shot by shot/ }).tap()
  await expect(page.getByRole('button', { name: 'turns less shot by shot: seen' })).toBeVisible()
  const ranked = page.getByRole('region', { name: 'What it may be' })
  const first = ranked.getByRole('listitem').first()
  await expect(ranked).toContainText(/for it: .*reads late/)
  const before = await first.textContent()

  // What is most likely can be tried; thrown as a trial it makes things worse.
  await expect(first).toContainText('surface too smooth')
  await page.getByText('Other tests').click()
  await page.getByRole('button', { name: /^Roughen by hand/ }).tap()
  const next = page.getByRole('region', { name: 'Next test' })
  await expect(next).toContainText(/better \(\d+ %\): then most likely surface too smooth/)
  await expect(next).toContainText('▲ It cannot be taken back at the lane.')
  await next.getByRole('button', { name: 'Begin it as a trial' }).tap()
  await toLane(page)
  await page.getByRole('button', { name: 'They count' }).tap()
  for (const entry of [16, 16, 15.5, 16]) await typed(page, entry, 'late')
  for (const entry of [13, 12.5, 13, 13]) await typed(page, entry, 'late')
  await page.goto('/diagnosis')
  await page.getByRole('link', { name: 'Wrackline' }).first().click()
  await expect(next).toContainText(/So far: .*boards lighter/)
  await next.getByRole('button', { name: 'Its answer: worse' }).tap()
  await page.getByText('Other tests').click()
  await page.getByRole('button', { name: /^Smoother on the spinner/ }).tap()
  await next.getByRole('button', { name: 'better', exact: true }).tap()
  await expect(first).not.toContainText('surface too smooth')
  expect(await first.textContent()).not.toBe(before)
  const tried = page.getByRole('region', { name: 'Tried so far' })
  await expect(tried).toContainText('Roughen by hand, one step: worse')
  await expect(tried).toContainText('Smoother on the spinner, one step: better')

  // Found: the case leaves the list and teaches the table.
  await choose(page, 'What it was', 'oil on the cover')
  await expect(page.getByText('It was oil on the cover. The table has learnt from it.').first()).toBeVisible()
  await page.getByRole('link', { name: 'All next tests' }).click()
  await expect(page.getByRole('link', { name: 'Wrackline' })).toHaveCount(0)
})
