import { readFileSync } from 'node:fs'
import type { Locator } from '@playwright/test'
import { behind, choose, expect, test } from './site.ts'

test('a left-hander comes in with two balls: keyboard only, known by the shop’s list, labels printed', async ({
  signedIn: page,
}) => {
  // The shop's list brings the figures of a ball by its name.
  await page.goto('/stock')
  const csv = 'Ball;Coverstock;RG;Diff;Int diff;Box finish\nGannet Bight;pearl;2.52;0.047;0.012;3000\n'
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Bring in a CSV list' }).click(),
  ])
  await chooser.setFiles({ name: 'list.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) })
  await page.getByRole('button', { name: 'Bring in 1 row' }).click()
  await expect(page.getByText('1 ball added')).toBeVisible()

  await page.goto('/intake')
  const type = (text: string) => page.keyboard.type(text)
  const tab = () => page.keyboard.press('Tab')
  await expect(page.getByLabel('Customer: a name known or new')).toBeFocused()
  await type('Lio Sandquay')
  await page.keyboard.press('Enter')
  // Hand: the radios take an arrow key.
  await expect(page.getByRole('radio', { name: 'right-hander' })).toBeFocused()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByRole('radio', { name: 'left-hander' })).toBeChecked()
  const first = page.getByRole('region', { name: 'Ball 1' })
  await first.getByLabel('Ball name').focus()
  await type('Gannet Bight')
  await tab()
  await expect(first.getByText('figures from the shop’s list')).toBeVisible()
  await first.getByLabel('Layout').focus()
  await type('45 x 4 1/4 x 30')
  await first.getByLabel('Complaint').focus()
  await type('does not turn any more')
  await tab()
  await type('B2')
  await page.getByRole('button', { name: 'Another ball' }).press('Enter')
  // Nothing typed is lost by an error, and the error names its field.
  await page.keyboard.press('Control+Enter')
  const second = page.getByRole('region', { name: 'Ball 2' })
  await expect(second).toContainText('Ball name: please fill this in')
  await expect(first.getByLabel('Complaint')).toHaveValue('does not turn any more')
  await second.getByLabel('Ball name').focus()
  await type('Old Spare')
  await tab()
  await second.getByLabel('Layout').focus()
  await type('50 x 9 x 35')
  await page.keyboard.press('Control+Enter')
  await expect(second).toContainText('Layout: three figures like')
  await second.getByLabel('Layout').fill('')
  await page.keyboard.press('Control+Enter')
  await expect(page.getByRole('region', { name: 'Taken in' })).toContainText('Lio Sandquay')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Labels (PDF)' }).press('Enter'),
  ])
  expect(
    readFileSync(await download.path())
      .subarray(0, 5)
      .toString(),
  ).toBe('%PDF-')

  await page.getByRole('button', { name: 'To the rack' }).click()
  await expect(page.getByText('left-hander').first()).toBeVisible()
  await page.getByRole('button', { name: 'Open Gannet Bight' }).click()
  const ball = page.getByRole('region', { name: 'Gannet Bight' })
  for (const text of ['2.520 in', '0.012 in', '45 × 4 1/4 × 30', 'shelf B2', 'Complaint: does not turn any more'])
    await expect(ball).toContainText(text)

  // A photo is made small, kept with the ball, and removed only after a question.
  const picture = await page.screenshot()
  const [photo] = await Promise.all([
    page.waitForEvent('filechooser'),
    ball.getByRole('button', { name: 'Add a photo' }).click(),
  ])
  await photo.setFiles({ name: 'ball.png', mimeType: 'image/png', buffer: picture })
  const image = ball.getByRole('img', { name: /^Gannet Bight, / })
  await expect(image).toBeVisible()
  await expect
    .poll(() => image.evaluate((one) => (one as unknown as { naturalWidth: number }).naturalWidth))
    .toBeGreaterThan(100)
  // What is seen on it is noted with it.
  await ball.getByRole('button', { name: 'Look closer' }).click()
  await ball.getByRole('group', { name: 'Seen on it' }).getByRole('button', { name: 'lines' }).click()
  await expect(ball.getByRole('img', { name: /^Gannet Bight, .*, lines$/ })).toHaveCount(2)
  await ball.getByRole('button', { name: /^Remove the photo/ }).click()
  await page.getByRole('button', { name: 'Remove it' }).click()
  await expect(image).toHaveCount(0)
})

test('a layout is drawn, dragged and typed, compared, named, printed and kept on the ball', async ({
  signedIn: page,
  site,
}) => {
  await page.goto('/rack')
  await page.getByRole('button', { name: 'Open Wrackline' }).click()
  await page.getByRole('region', { name: 'Wrackline' }).getByRole('link', { name: 'Layout' }).click()
  const figures = page.getByRole('region', { name: 'Figures' })
  await expect(figures).toContainText('Pin to grip centre')
  const pin = page.getByRole('slider', { name: /^Pin/ })
  const pinToPap = figures.getByLabel('Pin to PAP')
  const before = await pinToPap.inputValue()
  const grip = () => figures.getByRole('row', { name: /Pin to grip centre/ }).textContent()
  const gripBefore = await grip()

  // By hand: the figures follow the pin.
  const box = (await pin.boundingBox())!
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + 30, y + 25, { steps: 5 })
  await page.mouse.up()
  await expect(pinToPap).not.toHaveValue(before)
  expect(await grip()).not.toBe(gripBefore)
  await page.getByRole('button', { name: 'Undo' }).click({ clickCount: 1 })

  // By figures: the drawing follows, and what cannot be is told with its range.
  await pinToPap.fill('3 3/8')
  const moved = (await pin.boundingBox())!
  await figures.getByLabel('VAL angle').fill('60')
  await expect.poll(async () => (await pin.boundingBox())!.y).not.toBe(moved.y)
  await figures.getByLabel('Drilling angle').fill('30')
  await expect(figures).toContainText('30 × 3 3/8 × 60')
  await expect(figures).toContainText('rolls early, most flare, slow, smooth change of direction')
  await figures.getByLabel('PSA to PAP').fill('1')
  await expect(figures).toContainText('With this pin to PAP: 3.38 to 10.13 in')
  await figures.getByLabel('PSA to PAP').fill('5')
  await expect(figures.getByLabel('Drilling angle')).not.toHaveValue('30')
  await figures.getByLabel('Drilling angle').fill('30')

  // By keys.
  await page.getByRole('slider', { name: /^PSA/ }).focus()
  await page.keyboard.press('ArrowRight')
  await expect(figures).toContainText('31 × 3 3/8 × 60')

  // Against another layout, on two patterns and on its best lines.
  const compare = page.getByRole('region', { name: 'Compare with' })
  await compare.getByRole('button', { name: 'Name this layout' }).click()
  await page.getByRole('dialog').getByLabel('Layout name').fill('Slow roller')
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
  await compare.getByLabel('Layout', { exact: true }).fill('70 x 5 1/2 x 20')
  await expect(compare.getByRole('row', { name: /layout compared/ })).toHaveCount(2)
  await expect(compare.getByRole('row', { name: /as drilled/ })).toHaveCount(2)
  const flare = (name: RegExp) =>
    compare
      .getByRole('row', { name })
      .first()
      .getByRole('cell')
      .last()
      .textContent()
      .then((text) => parseFloat(text!))
  expect(await flare(/Breakwater/)).toBeGreaterThan(await flare(/layout compared/))
  await compare.getByRole('button', { name: 'On their best lines' }).click()
  await expect(compare.getByRole('button', { name: 'On their best lines' })).toBeEnabled({ timeout: 60_000 })

  // On paper, as a file, and on the ball.
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByText('Draw the VAL through the PAP')).toBeVisible()
  await expect(page.getByText(/dust extraction and a fitted respirator/)).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Layout bench' })).toBeHidden()
  await page.emulateMedia({ media: 'screen' })
  for (const [button, start] of [
    ['PDF', '%PDF-'],
    ['SVG 1:1', '<svg '],
  ] as const) {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: button, exact: true }).click(),
    ])
    expect(
      readFileSync(await download.path())
        .subarray(0, 5)
        .toString(),
    ).toBe(start)
  }
  const grips = page.getByRole('region', { name: 'Grip sheet' })
  await grips.getByRole('group', { name: 'thumb' }).getByLabel('Size').fill('1.0625')
  await grips.getByRole('button', { name: 'Keep as a new sheet' }).click()
  await expect(page.getByText('Kept as a new grip sheet')).toBeVisible()
  await page.getByRole('button', { name: 'Drilled so' }).click()
  await expect(page.getByText('Wrackline is drilled 31 × 3 3/8 × 60')).toBeVisible()
  // A slip is taken back: the ball is as it was drilled before, and the layout stays on the bench.
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click()
  await expect(page.getByText('Wrackline is drilled')).toHaveCount(0)
  const takenBack = `select d.payload -> 'drillingAngleDeg' as angle from ball_event w join ball_event d on d.id = w.withdraws where d.kind = 'drilled'`
  await expect.poll(() => behind(site, takenBack, [])).toEqual([{ angle: 31 }])
  await page.getByRole('button', { name: 'Drilled so' }).click()
  await expect(page.getByText('Wrackline is drilled 31 × 3 3/8 × 60')).toBeVisible()
  await page.goBack()
  await page.goto('/rack')
  await page.getByRole('button', { name: 'Open Wrackline' }).click()
  await expect(page.getByRole('region', { name: 'Wrackline' })).toContainText('31 × 3 3/8 × 60')
  // The shop's layout on a left-hander's PAP is drawn mirrored and not kept on this ball.
  await page.getByRole('region', { name: 'Wrackline' }).getByRole('link', { name: 'Layout' }).click()
  await choose(page, 'PAP of', 'Fenn Marlowick')
  await expect(page.getByText('left-hander, drawn mirrored').first()).toBeVisible()
  await expect(page.getByRole('button', { name: 'Drilled so' })).toBeDisabled()
  await page.getByRole('button', { name: 'Use Slow roller' }).click()
})

test('a list of 500 rows with wrong ones: each is told with its line, nothing is written by halves', async ({
  signedIn: page,
}) => {
  const rows = Array.from({ length: 500 }, (_, i) =>
    i % 100 === 7
      ? `Ball ${i},granite,2.5,0.05`
      : i % 100 === 9
        ? `Ball ${i},solid,0.05,2.5`
        : `Ball ${i},solid,2.5,0.05`,
  )
  await page.goto('/stock')
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Bring in a CSV list' }).click(),
  ])
  await chooser.setFiles({
    name: 'price list.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`What it is,Family,Radius of gyration,Diff\n${rows.join('\n')}`),
  })
  const part = page.getByRole('region', { name: 'Bring in a CSV list' })
  await expect(part).toContainText('Which column of price list.csv is what?')
  // The name's heading is nobody's guess: it is put right by hand.
  await expect(part).toContainText('A row needs a name and a cover family.')
  await choose(page, 'Name', 'What it is')
  await expect(part).toContainText('490 rows are sound, 10 not.')
  const wrong = part.getByRole('region', { name: 'Rows to put right' })
  await expect(wrong.getByRole('row', { name: /line 9 Ball 7 Cover family: one of/ })).toBeVisible()
  await expect(wrong.getByRole('row', { name: /line 11 Ball 9 RG: 2.4 to 2.9 in · Differential/ })).toBeVisible()
  await expect(part.getByRole('button', { name: 'Bring in 490 rows' })).toBeDisabled()
  await part.getByLabel('Leave out the 10 rows that are not').check()
  await part.getByRole('button', { name: 'Bring in 490 rows' }).click()
  await expect(page.getByText('490 balls added, 0 brought up to date')).toBeVisible()
  await page.getByLabel('Find a ball', { exact: true }).fill('Ball 499')
  await expect(page.getByRole('row', { name: /Ball 499 solid/ })).toBeVisible()
  await page.getByLabel('Find a ball', { exact: true }).fill('Ball 107')
  await expect(page.getByText('No ball fits.')).toBeVisible()
})

test('balls across customers are filtered, the filter kept as a view, and saved as CSV', async ({ signedIn: page }) => {
  await page.goto('/balls')
  const count = page.getByRole('status').filter({ hasText: /^\d+ of \d+$/ })
  await expect(count).toBeVisible()
  const all = (await count.textContent())!
  await choose(page, 'Cover family', 'urethane')
  await expect(count).not.toHaveText(all)
  const narrowed = await count.textContent()
  await page.getByLabel('Name of this view').fill('Urethanes')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Clear the filters' }).click()
  await expect(count).toHaveText(all)
  await page.reload()
  await page.getByRole('button', { name: 'Urethanes', exact: true }).click()
  await expect(count).toHaveText(narrowed!)
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as CSV' }).click(),
  ])
  const lines = readFileSync(await download.path(), 'utf8')
    .trim()
    .split('\r\n')
  expect(lines[0]).toBe('Ball,Customer,Cover,Grit now,Games on surface,Games left,Hardness,Whereabouts')
  expect(lines).toHaveLength(1 + parseInt(narrowed!))
})

test('speed, revs and PAP are found from what was measured and kept with their source', async ({ signedIn: page }) => {
  await page.goto('/rack')
  await page.getByRole('link', { name: /Rook Dunnagh/ }).click()
  await page.getByRole('button', { name: 'Measure the release' }).click()
  const form = page.getByRole('document', { name: 'Measure the release' })
  await form.getByLabel('First time, s').fill('0.1')
  await form.getByLabel('Second time, s').fill('2.5')
  await expect(form).toContainText('Ball speed: 17.0 ± 0.3 mph')
  await form.getByLabel('Turns counted').fill('5')
  await form.getByLabel('Video frames for them').fill('50')
  await expect(form).toContainText('Rev rate: 360 ±')
  await form.getByLabel('Mark 1 over, in').fill('-2.5')
  await form.getByLabel('Mark 1 up, in').fill('2')
  await form.getByLabel('Mark 2 over, in').fill('-2.5')
  await form.getByLabel('Mark 2 up, in').fill('-2')
  await expect(form).toContainText('Two marks fix the PAP only with the ring’s width')
  await form.getByLabel('Ring across the ball, in').fill('11')
  await expect(form).toContainText(/PAP:\s+5\.\d\d \/ /)
  await form.getByRole('button', { name: 'Keep as measured' }).click()
  await expect(page.getByText('Measured figures of Rook Dunnagh are kept')).toBeVisible()
  await expect(page.locator('dl.figures').first()).toContainText(/17 mph ± 0\.3\d? mph\s+measured/)
})

test('what a known customer brings is taken in with few keys: one of theirs that comes back, and a new one of the shop’s list', async ({
  signedIn: page,
  site,
}) => {
  await behind(
    site,
    `insert into stock_ball (id, name, cover, rg_in, differential_in, intermediate_differential_in, hardness_d)
     values (gen_random_uuid(), 'Sallow Reach', 'solid', 2.49, 0.051, 0.009, 74) on conflict do nothing`,
    [],
  )
  let keys = 0
  const press = async (key: string) => {
    keys++
    await page.keyboard.press(key)
  }
  const type = async (text: string) => {
    for (const letter of text) await press(letter)
  }
  /** Tab until something has the focus. */
  const tabTo = async (at: Locator) => {
    while ((await page.locator(':focus').and(at).count()) === 0) await press('Tab')
  }
  const taken = page.getByRole('region', { name: 'Taken in' })

  await page.goto('/intake')
  await expect(page.getByLabel('Customer: a name known or new')).toBeFocused()
  await type('odd')
  await press('Enter')
  await expect(page.getByText('● Odda Brimstow')).toBeVisible()
  await expect(page.getByRole('button', { name: '○ Lantern Ebb' })).toBeFocused()
  await tabTo(page.getByRole('button', { name: '○ Wrackline' }))
  await press('Enter')
  await expect(page.getByRole('region', { name: 'Ball 1' }).getByLabel('Complaint')).toBeFocused()
  await type('late')
  await press('Control+Enter')
  await expect(taken).toContainText('Wrackline')
  expect(keys).toBeLessThanOrEqual(25)
  const back = keys

  await page.getByRole('button', { name: 'Next customer' }).press('Enter')
  await expect(page.getByLabel('Customer: a name known or new')).toBeFocused()
  await type('odd')
  await press('Enter')
  await expect(page.getByText('● Odda Brimstow')).toBeVisible()
  const first = page.getByRole('region', { name: 'Ball 1' })
  await tabTo(first.getByLabel('Ball name'))
  await type('sal')
  await press('ArrowDown')
  await press('Enter')
  await expect(first.getByText('figures from the shop’s list')).toBeVisible()
  await press('Control+Enter')
  await expect(taken).toContainText('Sallow Reach')
  expect(keys - back).toBeLessThanOrEqual(25)
})
