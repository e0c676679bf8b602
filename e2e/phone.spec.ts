import { expect, openCustomer, signIn, test } from './site.ts'

test.use({ world: 'phone' })

test('on a telephone a row is a card that names its columns, still sorts, and is a table again on paper', async ({
  page,
  site,
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await signIn(page, site, 'owner')
  await page.goto('/bench')
  const rows = page.getByRole('table').first().locator('tbody tr')
  await expect(rows.first()).toBeVisible()
  const columns: (string | null)[] = []
  for (const cell of await rows.first().locator('td').all()) columns.push(await cell.getAttribute('data-column'))
  // What is pressed has no column.
  expect(columns).toEqual(['Due', 'Ball', 'Customer', 'Work', 'For', 'State', null])
  const placeOf = async (at: number) => (await rows.first().locator('td').nth(at).boundingBox())!
  // One below the other, nothing beside the screen.
  const [due, ball] = [await placeOf(0), await placeOf(1)]
  expect(ball.y).toBeGreaterThan(due.y + due.height - 1)
  expect(ball.x + ball.width).toBeLessThanOrEqual(390)
  // Who sorts finds the heads above the cards.
  await page.getByRole('button', { name: 'Customer', exact: true }).click()
  const names = () => rows.locator('td:nth-child(3)').allInnerTexts()
  const inOrder = (all: readonly string[]) => all.toSorted((a, b) => a.localeCompare(b)).join()
  // The shop sorts; what it says then is named anew.
  await expect.poll(async () => (await names()).join() === inOrder(await names())).toBe(true)
  expect(await rows.last().locator('td').nth(2).getAttribute('data-column')).toBe('Customer')

  await page.emulateMedia({ media: 'print' })
  expect((await placeOf(1)).x).toBeGreaterThan((await placeOf(0)).x)
})

test('a step is read from two metres, and stays so on this device', async ({ page, site }) => {
  await signIn(page, site, 'tech')
  await page.goto('/bench')
  await page.getByRole('link', { name: 'Ottertoll' }).click()
  await page.getByRole('button', { name: 'Start', exact: true }).click()
  const name = page.locator('.step-name')
  await expect(name).toBeVisible()
  const size = () =>
    page.evaluate<number>(`Number.parseFloat(getComputedStyle(document.querySelector('.step-name')).fontSize)`)
  const usual = await size()
  await page.getByRole('button', { name: 'Large' }).click()
  await expect.poll(size).toBeGreaterThan(1.3 * usual)
  await page.reload()
  await expect(page.getByRole('button', { name: 'Large' })).toHaveAttribute('aria-pressed', 'true')
  await expect.poll(size).toBeGreaterThan(1.3 * usual)
  // The cautions are not what has to make room.
  await expect(page.getByText('Lift with two hands.')).toBeVisible()
  await page.getByRole('button', { name: 'Large' }).click()
  await expect.poll(size).toBe(usual)
})

test('inches as decimals: on the ball, in the form and at the layout bench, until fractions are chosen again', async ({
  page,
  site,
}) => {
  await signIn(page, site, 'tech')
  const choose = async (label: string) => {
    await page.goto('/shop')
    const kept = page.waitForResponse(/session\/preferences/)
    await page.getByLabel(label).click()
    await kept
  }
  await choose('decimals, 4.5')
  await page.goto('/rack')
  await openCustomer(page, 'Odda Brimstow')
  await page.getByRole('button', { name: 'Open Wrackline' }).click()
  const ball = page.getByRole('region', { name: 'Wrackline' })
  await expect(ball).toContainText('50 × 4.5 × 35')
  await ball.getByRole('link', { name: 'Layout', exact: true }).click()
  await expect(page.getByLabel('Pin to PAP').first()).toHaveValue('4.5')
  await page.getByLabel('Pin to PAP').first().fill('4 1/4')
  await page.getByLabel('Pin to PAP').first().blur()
  await expect(page.getByText('50 × 4.25 × 35').first()).toBeVisible()
  await choose('fractions, 4 1/2')
  await page.goto('/rack')
  await openCustomer(page, 'Odda Brimstow')
  await page.getByRole('button', { name: 'Open Wrackline' }).click()
  await expect(page.getByRole('region', { name: 'Wrackline' })).toContainText('50 × 4 1/2 × 35')
})
