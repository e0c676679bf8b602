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

test('another shop is brought in: looked at first, refused row by row, put right, and taken over by name', async ({
  page,
  site,
}) => {
  await signIn(page, site, 'owner')
  await page.goto('/shop')
  const card = page.getByRole('region', { name: 'In and out' })
  const table = page.waitForEvent('download')
  await card.getByRole('link', { name: 'balls', exact: true }).click()
  expect((await table).suggestedFilename()).toBe('balls.csv')
  const whole = page.waitForEvent('download')
  await card.getByRole('link', { name: 'The whole shop (zip)' }).click()
  const zip = await whole
  expect(zip.suggestedFilename()).toMatch(/^shop-.*\.zip$/)

  await card.getByRole('button', { name: 'Bring a shop in' }).click()
  const dialog = page.getByRole('dialog', { name: 'Bring a shop in' })
  const choose = (tables: object) =>
    dialog.locator('input[type=file]').setInputFiles({
      name: 'shop.json',
      mimeType: 'application/json',
      buffer: Buffer.from(JSON.stringify({ format: 'sleetfall-shop/2', schema: 'x', tables })),
    })
  const look = () => dialog.getByRole('button', { name: 'Look at it' }).click()
  // Its own archive: everything is there already.
  await dialog.locator('input[type=file]').setInputFiles((await zip.path())!)
  await look()
  await expect(dialog.getByRole('row').filter({ hasText: 'history of the balls' })).toContainText(
    /history of the balls 0 \d+ 0/,
  )
  await expect(dialog.getByText('Everything of this file is here already')).toBeVisible()
  await expect(dialog.getByRole('button', { name: 'Bring it in' })).toBeDisabled()

  const customer = { id: '5b0c1f0e-2f57-4a86-9f5b-0d8f5d7e1a01', name: 'Orla Quaymire', hand: 'left' }
  const ball = {
    id: '5b0c1f0e-2f57-4a86-9f5b-0d8f5d7e1a02',
    customerId: customer.id,
    name: 'Bramblecove',
    cover: 'solid',
  }
  await choose({ customer: [{ ...customer, speedMph: 45 }], ball: [ball] })
  await look()
  await expect(dialog.getByRole('listitem')).toHaveText(
    /customers \(customer\), row 1 \(Orla Quaymire\)\s*:.*speedMph has to be.*8.*30/s,
  )
  await expect(dialog.getByRole('button', { name: 'Bring it in' })).toHaveCount(0)
  // Somebody of that name is here already.
  await choose({ customer: [{ ...customer, name: 'Jorun Fishgate' }], ball: [ball] })
  await look()
  await expect(dialog.getByRole('listitem')).toContainText('there is another record called Jorun Fishgate')
  await dialog.getByLabel('Records of the same name are the same').check()
  await look()
  await expect(dialog.getByRole('row').filter({ hasText: /^balls 1/ })).toBeVisible()
  await expect.poll(async () => (await new AxeBuilder({ page }).analyze()).violations.map(({ id }) => id)).toEqual([])
  await dialog.getByRole('button', { name: 'Bring it in' }).click()
  await expect(page.getByText('It is in: 1 new record.')).toBeVisible()
  await page.goto('/rack')
  await openCustomer(page, 'Jorun Fishgate')
  await expect(page.getByRole('button', { name: 'Open Bramblecove' })).toBeVisible()
})
