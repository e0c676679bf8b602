import { choose, expect, test } from './site.ts'

test('a pattern is painted on the lane, moved by keys, saved, and another known only by its figures is marked so', async ({
  signedIn: page,
}) => {
  await page.goto('/lanes?new=pattern')
  const form = page.getByRole('dialog')
  await form.getByLabel('Pattern name').fill('Herringbone 42')
  await form.getByRole('button', { name: 'Paint' }).click()
  await form.getByRole('button', { name: 'Remove row 1' }).click()
  const lane = (await form.getByLabel(/Lane to paint on/).boundingBox())!
  const drag = async (from: readonly [ft: number, board: number], to: readonly [ft: number, board: number]) => {
    const at = ([ft, board]: readonly [number, number]) =>
      [lane.x + (ft / 60) * lane.width, lane.y + (1 - (board - 0.5) / 39) * lane.height] as const
    await page.mouse.move(...at(from))
    await page.mouse.down()
    await page.mouse.move(...at(to), { steps: 4 })
    await page.mouse.up()
  }
  await drag([0, 2], [36, 38])
  await drag([40, 10], [8, 30])
  await expect(form.getByRole('button', { name: 'Row 2: boards 10–30, 40–8 ft, 2 × 50 µL' })).toBeVisible()
  // Arrow keys move a load, with Shift its far edges; Undo takes the last change back.
  await form.getByRole('button', { name: /^Row 2/ }).focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Shift+ArrowUp')
  await expect(form.getByRole('button', { name: /^Row 2: boards 10–31, 42–10 ft/ })).toBeVisible()
  await form.getByRole('button', { name: 'Undo' }).click()
  await expect(form.getByRole('button', { name: /^Row 2: boards 10–30, 42–10 ft/ })).toBeVisible()
  // 37 boards and 21 boards, each 2 × 50 µL.
  await expect(form.getByText('5.80 mL')).toBeVisible()
  await form.getByRole('button', { name: 'Save' }).click()
  const detail = page.getByRole('region', { name: 'Herringbone 42' })
  await expect(detail.getByRole('row', { name: /10 30 2 50 42 ft 10 ft reverse/ })).toBeVisible()
  await expect(detail).toContainText('computed film from the load table')

  await page.getByRole('button', { name: 'New pattern' }).click()
  await form.getByLabel('Pattern name').fill('Only heard of 38')
  await form.getByRole('button', { name: 'Only length, volume, ratio' }).click()
  await form.getByLabel('Length').fill('38')
  await form.getByLabel('Volume').fill('70')
  await expect(form.getByText('Volume: 1 to 60 mL')).toBeVisible()
  await form.getByLabel('Volume').fill('23')
  await form.getByLabel('Ratio', { exact: true }).fill('3')
  await expect(form.getByText('23.00 mL')).toBeVisible()
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('region', { name: 'Only heard of 38' })).toContainText('estimated film')
  await expect(page.getByRole('row', { name: /Only heard of 38 sport, ≈ estimated/ })).toBeVisible()
  // Narrowed to the classes it is in, and away from them.
  await choose(page, 'Volume', 'light')
  await expect(page.getByRole('link', { name: 'Only heard of 38' })).toHaveCount(0)
})

for (const where of ['this device', 'the shop’s server'] as const) {
  test(`a reaction map is computed on ${where}, stopped and finished, and a cell opens as a what-if`, async ({
    signedIn: page,
  }) => {
    await page.goto('/lanes/map')
    await choose(page, 'Bowler', 'Tamsa Orrowick')
    await choose(page, 'Patterns', 'Jetty 34')
    await page.keyboard.press('Escape')
    await choose(page, 'Compute on', where)
    const cells = page.getByRole('table').getByRole('link', { name: /%/ })
    // A quick machine may be through before anybody can stop it: then once more.
    await expect(async () => {
      await page.getByRole('button', { name: 'Compute' }).click()
      await page.getByRole('button', { name: 'Stop' }).click({ timeout: 3000 })
      await expect(page.getByLabel('not computed yet').first()).toBeVisible({ timeout: 3000 })
    }).toPass()
    await page.getByRole('button', { name: 'Compute' }).click()
    await expect(page.getByRole('button', { name: 'Compute' })).toBeVisible({ timeout: 90_000 })
    await expect(page.getByLabel('not computed yet')).toHaveCount(0)
    await page.getByLabel('Only the best surface of each ball').check()
    const share = parseInt((await cells.first().textContent())!)
    await cells.first().click()
    const figures = page
      .getByRole('table')
      .filter({ has: page.getByRole('columnheader', { name: 'First read' }) })
      .locator('tbody tr')
      .first()
    await expect(figures).toContainText('in the pocket')
    await expect(figures).toContainText('% of shots')
    // The figures may be computed once more while the page settles: what stands at the end counts.
    const strikes = figures.getByRole('cell').nth(5)
    const apart = async () => Math.abs(parseInt((await strikes.textContent())!) - share)
    await expect.poll(apart, { timeout: 20_000 }).toBeLessThanOrEqual(6)
  })
}
