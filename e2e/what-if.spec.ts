import { choose, expect, openWhatIf, test } from './site.ts'

test('a line is dragged, two surfaces compared, the best line used, and the link opens it again', async ({
  signedIn: page,
}) => {
  await openWhatIf(page)
  // The policy of pages lets the motion core's kernel be compiled: without it every search takes three times as long.
  const compiled = 'new WebAssembly.Module(Uint8Array.of(0, 97, 115, 109, 1, 0, 0, 0)) instanceof WebAssembly.Module'
  expect(await page.evaluate(compiled)).toBe(true)
  /** A figure of the set-up on the lane, or of the nth. */
  const figures = ['First read', 'Breakpoint', 'Entry board']
  const value = (figure: string, nth = 1) =>
    page
      .getByRole('table')
      .filter({ has: page.getByRole('columnheader', { name: 'First read' }) })
      .locator('tbody tr')
      .nth(nth - 1)
      .getByRole('cell')
      .nth(figures.indexOf(figure))
  await expect(value('Entry board')).toContainText('in the pocket')
  const read = await value('First read').textContent()

  // It opens on the line that strikes most. The line by hand and by keyboard: the path follows.
  const target = page.getByRole('slider', { name: 'Target board at the arrows' })
  const box = (await target.boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 + 14, { steps: 4 })
  await page.mouse.up()
  await expect(value('Entry board')).toContainText('light')
  await target.focus()
  const before = (await target.getAttribute('aria-valuenow'))!
  for (let i = 0; i < 12; i += 1) await page.keyboard.press('ArrowUp')
  await expect(target).not.toHaveAttribute('aria-valuenow', before)

  // A rougher surface reads earlier than the kept one.
  await page.getByRole('button', { name: 'Keep to compare' }).click()
  await page
    .locator('.v-input')
    .filter({ has: page.getByRole('combobox', { name: 'Surface' }) })
    .click()
  await page.getByRole('option', { name: 'to 500', exact: true }).click()
  await expect(value('First read')).not.toHaveText(read!)
  const [now, smoother] = [
    parseFloat((await value('First read').textContent())!),
    parseFloat((await value('First read', 2).textContent())!),
  ]
  expect(now).toBeLessThan(smoother)

  // A reload loses neither the line nor what is kept to compare.
  await page.reload()
  await expect(value('First read', 2)).toContainText('ft')
  await expect(value('First read')).toContainText(`${now}`)

  // More speed is later and lighter; the record's figures come back.
  await page.getByRole('button', { name: /^▸ Release: 17.4 mph, \d+ rpm/ }).click()
  const speed = page.getByLabel(/^Ball speed/)
  await speed.fill('20')
  await expect.poll(async () => parseFloat((await value('First read').textContent())!)).toBeGreaterThan(now)
  await page.getByRole('button', { name: 'As on record' }).click()
  // By its value: the member may have other units from an earlier test.
  await expect(page.getByRole('slider', { name: /^Ball speed/ })).toHaveValue('17.4')

  // Play opens the lane.
  await page.getByLabel(/Shots played/).fill('120')
  await expect(page.getByText('120 broken down')).toBeVisible()

  // Found off the screen's thread; using it lands in the pocket.
  await page.getByRole('button', { name: 'Find the best line' }).click()
  const best = page.getByRole('region', { name: 'Best lines' }).getByRole('button').first()
  await best.click({ timeout: 30_000 })
  await expect(best).toHaveAttribute('aria-pressed', 'true')
  await expect(value('Entry board')).toContainText('in the pocket')
  await page.getByRole('button', { name: 'Copy the link' }).click()
  await expect(page.getByText(/opens this set-up again/)).toBeVisible()
  // It is scored against shots on the surface that it is for.
  await choose(page, 'Surface', 'as it is now')
  await expect(page).not.toHaveURL(/surface=/)
  await page.getByRole('button', { name: 'Save as prediction' }).click()
  await expect(page.getByText('Kept as a prediction')).toBeVisible()
  const asked = new URL(page.url()).searchParams
  const foretold = { laydown: Number(asked.get('laydown')), target: Number(asked.get('target')) }
  const entry = await value('Entry board').textContent()
  await page.goto(page.url())
  await expect(value('Entry board')).toHaveText(entry!)

  // A line that was set is kept even where it is the usual one; only an unset line gives way to the best.
  const link = new URL(page.url())
  link.searchParams.set('laydown', '22')
  link.searchParams.set('target', '12')
  await page.goto(link.href)
  await expect(page.getByText('% of shots').first()).toBeVisible()
  await expect(page.getByText('Laydown 22, target 12', { exact: true })).toBeVisible()
  await page.getByLabel(/Shots played/).fill('40')
  await expect(page).toHaveURL(/shots=40/)
  expect(page.url()).toMatch(/laydown=22.*target=12/)

  // A trial thrown afterwards scores it.
  await page.goto('/trials?new=trial')
  const form = page.getByRole('dialog')
  await form.getByLabel('Question').fill('Does it enter where it was foretold?')
  for (const [label, option] of [
    ['Bowler', 'Odda Brimstow'],
    ['Pattern', 'Quayside House 39'],
    ['Balls', /Wrackline/],
  ] as const) {
    await choose(page, label, option)
  }
  await page.getByRole('option', { name: /Skerrymoor/ }).click()
  await page.keyboard.press('Escape')
  // One after the other as it is wanted, not as an order has it.
  await form.getByRole('combobox', { name: 'Design' }).press('F')
  await form.getByRole('button', { name: 'Begin the trial' }).click()
  const scores = page.getByRole('region', { name: 'Foretold before the shots' })
  await expect(scores).toContainText('No entry boards to hold it against yet')
  // Thrown elsewhere than foretold it is not held against it.
  await page.getByRole('textbox', { name: 'Target' }).fill('20')
  await page.getByLabel('Entry board').fill('11.2')
  await page.keyboard.press('Enter')
  await expect(scores).toContainText('Other line')
  await page.getByRole('textbox', { name: 'Target' }).fill(String(Math.round(foretold.target)))
  await page.getByRole('textbox', { name: /^Feet/ }).fill(String(Math.round(foretold.laydown + 6)))
  for (const board of ['11', '11.5', '10.5']) {
    await page.getByLabel('Entry board').fill(board)
    await page.keyboard.press('Enter')
    await expect(page.getByLabel('Entry board')).toHaveValue('')
  }
  await expect(scores).toContainText('boards lighter than foretold. ▲ The prediction missed.')
})
