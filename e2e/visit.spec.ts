import { expect, test } from './site.ts'

test('a first visit asks for little: at most 25 requests and 250 kB of JavaScript', async ({ page, site }) => {
  await page.goto(`${site.url}/`)
  await expect(page.getByLabel('Sign-in name')).toBeVisible()
  await page.waitForLoadState('networkidle')
  const all = (await page.evaluate(
    `performance.getEntriesByType('resource').map(({ name, encodedBodySize }) => [new URL(name).pathname, encodedBodySize])`,
  )) as [string, number][]
  const scripts = all.filter(([path]) => path.endsWith('.js'))
  expect(scripts.length).toBeGreaterThan(2)
  expect(all.length).toBeLessThanOrEqual(25)
  expect(scripts.reduce((sum, [, bytes]) => sum + bytes, 0)).toBeLessThan(250_000)
})

test('a page begins at its top, and one that is gone back to where it was left', async ({ signedIn: page }) => {
  const main = page.locator('#content')
  const down = () => main.evaluate((element) => Math.round((element as unknown as { scrollTop: number }).scrollTop))
  await page.goto('/balls')
  const rows = page.locator('table.list tbody tr')
  await expect(rows.nth(30)).toBeVisible()
  const link = rows.nth(30).getByRole('link').first()
  await link.scrollIntoViewIfNeeded()
  const left = await down()
  expect(left).toBeGreaterThan(100)
  await link.click()
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  await expect(page).not.toHaveURL(/\/balls$/)
  await page.goBack()
  await expect(rows.nth(30)).toBeVisible()
  await expect.poll(down).toBe(left)
  // Forwards again is somewhere else, and begins at its top.
  await page.getByRole('link', { name: 'Events' }).click()
  await expect(page.getByRole('heading', { name: 'Events ahead', level: 1 })).toBeVisible()
  await expect.poll(down).toBe(0)
})
