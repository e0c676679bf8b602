import { readFileSync } from 'node:fs'
import { expect, signIn, test } from './site.ts'

test('the owner backs the shop up: no good one is said in red, then it is there, read back, and can be taken away', async ({
  page,
  site,
}) => {
  await signIn(page, site, 'owner')
  await page.goto('/shop')
  const card = page.getByRole('region', { name: 'Backups' })
  await expect(card).toContainText('▲ There is no backup yet.')
  await card.getByRole('button', { name: 'Back up now' }).click()
  await expect(card).toContainText('Being made and read back')
  await expect(card.getByRole('row', { name: /asked for .*● passed/ })).toBeVisible({ timeout: 60_000 })
  await expect(card).toContainText(/Last good one: .*Read back and compared/)
  await expect(card).toContainText('Not sealed')
  const download = page.waitForEvent('download')
  await card.getByRole('link', { name: 'Backup', exact: true }).click()
  const file = await download
  expect(file.suggestedFilename()).toMatch(/^sleetfall-.*\.dump$/)
  expect(
    readFileSync(await file.path())
      .subarray(0, 5)
      .toString(),
  ).toBe('PGDMP')
  // Two days later it is too old.
  await page.clock.setFixedTime(Date.now() + 49 * 3_600_000)
  await page.reload()
  await expect(card).toContainText(/▲ The last good backup is of/)
})

test('a technician is not asked to mind backups', async ({ signedIn: page }) => {
  await page.goto('/shop')
  await expect(page.getByRole('heading', { name: 'How I like it' })).toBeVisible()
  await expect(page.getByRole('region', { name: 'Backups' })).toHaveCount(0)
})
