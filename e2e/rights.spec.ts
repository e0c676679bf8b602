import { readFileSync } from 'node:fs'
import AxeBuilder from '@axe-core/playwright'
import { behind, expect, openCustomer, signIn, test } from './site.ts'

test.use({ world: 'people' })

test('somebody asks what is held of them, gets it as a file and on paper, and asks to be forgotten', async ({
  page,
  site,
}) => {
  await signIn(page, site, 'owner')
  await page.goto('/rack')
  await openCustomer(page, 'Pell Underquay')
  await page.getByRole('button', { name: 'Retire, merge or delete Pell Underquay' }).click()
  const dialog = page.getByRole('dialog', { name: 'Take out: Pell Underquay' })
  const saved = page.waitForEvent('download')
  await dialog.getByRole('link', { name: 'As a file (JSON)' }).click()
  const file = await saved
  expect(file.suggestedFilename()).toBe('Pell Underquay.json')
  const record = JSON.parse(readFileSync((await file.path())!, 'utf8')) as Record<string, unknown[]>
  expect(record['format']).toBe('sleetfall-customer/1')
  expect(record['balls']!.length).toBeGreaterThan(0)
  const paper = page.waitForEvent('download')
  await dialog.getByRole('button', { name: 'On paper (PDF)' }).click()
  expect((await paper).suggestedFilename()).toBe('Pell Underquay.pdf')
  await dialog.getByRole('button', { name: 'Forget who they are' }).click()
  const sure = dialog.getByRole('alertdialog', { name: 'Forget who they are' })
  await expect(sure).toContainText('cannot be undone')
  await expect(sure).toContainText('Backups made before today still name them')
  await expect.poll(async () => (await new AxeBuilder({ page }).analyze()).violations.map(({ id }) => id)).toEqual([])
  await sure.getByRole('button', { name: 'Cancel' }).click()
  expect(await behind(site, `select 1 from customer where name = 'Pell Underquay'`, [])).toHaveLength(1)
  await dialog.getByRole('button', { name: 'Forget who they are' }).click()
  await sure.getByRole('button', { name: 'Forget who they are' }).click()
  await expect(page.getByText('It is forgotten who that was')).toBeVisible()
  await expect(page.getByRole('heading', { name: /^Forgotten [0-9a-f]{8}/ })).toBeVisible()
  expect(await behind(site, `select 1 from customer where name = 'Pell Underquay'`, [])).toHaveLength(0)
  await page.goto('/journal')
  await expect(page.getByRole('row').nth(1)).toContainText('forgot a customer')
  await expect(page.getByText('Pell Underquay')).toHaveCount(0)
})
