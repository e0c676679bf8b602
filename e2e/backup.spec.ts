import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { backupEnvironment } from '../ops/backupEnvironment.ts'
import { startCluster } from '../ops/postgres.ts'
import { restore } from '../ops/restore.ts'
import { expect, openCustomer, openSite, signIn, test } from './site.ts'

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
  await page.route('**/api/backups', async (route) => {
    const text = await (await route.fetch()).text()
    await route.fulfill({
      body: text.replace(/"madeAt":"([^"]+)"/g, (_, at: string) =>
        JSON.stringify({ madeAt: new Date(Date.parse(at) - 49 * 3_600_000).toISOString() }).slice(1, -1),
      ),
    })
  })
  await page.reload()
  await expect(card).toContainText(/▲ The last good backup is of/)
})

test('a technician is not asked to mind backups', async ({ signedIn: page }) => {
  await page.goto('/shop')
  await expect(page.getByRole('heading', { name: 'How I like it' })).toBeVisible()
  await expect(page.getByRole('region', { name: 'Backups' })).toHaveCount(0)
})

test('a backup taken home by the owner comes back on another machine’s database as the same shop', async ({
  page,
  site,
}) => {
  await signIn(page, site, 'owner')
  await openCustomer(page, 'Maud Ebberly')
  await page.getByRole('button', { name: 'Open Tarnkettle' }).click()
  await page.getByRole('button', { name: '+1 game' }).click()
  await expect(page.getByText('1 game logged for Tarnkettle')).toBeVisible()
  const address = `/api${new URL(page.url()).pathname.replace('/rack', '/customers')}/rack`
  // What goes on by the clock, such as oil that soaks in, does so while the shop is carried about.
  const rackAt = async (url: string) =>
    ((await (await page.request.get(url)).json()) as Record<string, unknown>[]).map((ball) =>
      ['id', 'name', 'version', 'cover', 'place', 'lastEvent', 'lastRecipe', 'drilling', 'note'].map(
        (key) => ball[key],
      ),
    )
  const rack = await rackAt(address)
  expect(rack.length).toBeGreaterThan(0)

  await page.goto('/shop')
  const card = page.getByRole('region', { name: 'Backups' })
  await expect(card).toContainText(/Last good one|There is no backup yet/)
  const made = card.getByRole('row', { name: /asked for .*● passed/ })
  // Another journey of this shop may have made one before.
  const before = await made.count()
  await card.getByRole('button', { name: 'Back up now' }).click()
  await expect(made).toHaveCount(before + 1, { timeout: 60_000 })
  const newest = made.first()
  const folder = mkdtempSync(join(tmpdir(), 'elsewhere-'))
  const take = async (link: string) => {
    const download = page.waitForEvent('download')
    await newest.getByRole('link', { name: link, exact: true }).click()
    const file = await download
    const path = join(folder, file.suggestedFilename())
    await file.saveAs(path)
    return path
  }
  const file = await take('Backup')
  await take('Manifest')

  const cluster = await startCluster({ folder: join(folder, 'postgres'), preferredPort: 54720, unsafeFast: true })
  try {
    const { BACKUP_PROGRAMS: programs, BACKUP_LIBRARIES: libraries } = backupEnvironment('elsewhere')
    const settings = { programs: programs!, libraries: libraries ?? null, passphrase: null }
    const wish = { file, databaseName: 'elsewhere', url: cluster.url, settings }
    expect(await restore(wish, () => {})).toBeNull()
    const there = await openSite(cluster.url('elsewhere'))
    try {
      await page.context().clearCookies()
      await signIn(page, there, 'counter')
      await page.goto(`${there.url}/rack`)
      await openCustomer(page, 'Maud Ebberly')
      await page.getByRole('button', { name: 'Open Tarnkettle' }).click()
      expect(await rackAt(`${there.url}${address}`)).toEqual(rack)
      // It lives on: what is recorded there is recorded there.
      await page.getByRole('button', { name: '+1 game' }).click()
      await expect(page.getByText('1 game logged for Tarnkettle')).toBeVisible()
    } finally {
      await there.kill()
      there.end()
    }
  } finally {
    cluster.stop()
    rmSync(folder, { recursive: true, force: true })
  }
})
