import type { Page } from '@playwright/test'
import { choose, expect, test, toLane, typed } from './site.ts'

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, world: 'trials' })

/** Fills the form of a new trial up to its arms. */
async function newTrial(page: Page, question: string, design: string) {
  await page.goto('/trials?new=trial')
  const form = page.getByRole('dialog')
  await form.getByLabel('Question').fill(question)
  await choose(page, 'Bowler', 'Odda Brimstow')
  await choose(page, 'Pattern', 'Quayside House 39')
  await form.getByRole('combobox', { name: 'Design' }).press(design)
  return form
}
async function alsoBall(page: Page, ...names: string[]) {
  for (const name of names) await page.getByRole('option', { name: new RegExp(name) }).click()
  await page.keyboard.press('Escape')
}
const begin = async (page: Page) => {
  await page.getByRole('dialog').getByRole('button', { name: 'Begin the trial' }).click()
  await toLane(page)
  await page.getByRole('button', { name: 'They count' }).tap()
}
/** One shot by touch; how many taps it took. */
async function shot(page: Page, entry: number, read: string) {
  await page.getByRole('button', { name: `Entry ${entry}`, exact: true }).tap()
  await page.getByRole('button', { name: read, exact: true }).tap()
  await page.getByRole('button', { name: 'Record shot' }).tap()
  await expect(page.getByText('Last:')).toContainText(`${entry} · ${read}`)
  return 3
}
const chosenArm = (page: Page) => page.getByRole('group', { name: 'Arm' }).getByRole('button', { pressed: true })

test('a ladder of surfaces: foretold, thrown from fine to coarse, stopped where it no longer clears the front', async ({
  signedIn: page,
}) => {
  const form = await newTrial(page, 'Which surface still clears the front?', 'S')
  await choose(page, /^Ball/, /Wrackline/)
  await choose(page, 'Reference ball', /Skerrymoor/)
  // Two of those that are proposed are not wanted.
  await choose(page, 'Surfaces', /^500 grit$/)
  await alsoBall(page, '^1000 grit$')
  await expect(form.getByLabel('Name of D')).toHaveValue('Wrackline, 2000 grit')
  await form.getByRole('button', { name: 'Begin the trial' }).click()

  // What somebody expects is told before the first shot.
  await page.getByRole('button', { name: 'Foretell' }).click()
  const foretold = page.getByRole('region', { name: 'What do you expect?' })
  await foretold.getByRole('button', { name: /D Wrackline, 2000/ }).tap()
  await foretold.getByRole('button', { name: 'early', exact: true }).tap()
  await foretold.getByLabel('Entry board').fill('19')
  await foretold.getByRole('button', { name: 'Keep the prediction' }).tap()
  await expect(foretold).toContainText('read early, entry 19')

  await toLane(page)
  await page.getByRole('button', { name: 'They count' }).tap()
  // Everything of a shot on one screen of a phone, and nothing too small for a thumb.
  const record = page.getByRole('button', { name: 'Record shot' })
  await expect(record).toBeVisible()
  // What asked about the warm-up is gone a moment later.
  const foot = async () => record.boundingBox().then((box) => box!.y + box!.height)
  await expect.poll(foot).toBeLessThanOrEqual(844)
  for (const button of await page.getByRole('region', { name: 'Next shot' }).getByRole('button').all()) {
    const at = (await button.boundingBox())!
    expect(Math.min(at.width, at.height)).toBeGreaterThanOrEqual(44)
    expect(at.x + at.width).toBeLessThanOrEqual(390)
  }
  // The control, then the finest surface as it is.
  for (const entry of [17, 17, 17]) expect(await shot(page, entry, 'right')).toBeLessThanOrEqual(6)
  await expect(chosenArm(page)).toContainText('4000')
  // What gets forgotten at a change is ticked there, and the record still has its place.
  await page.getByRole('button', { name: 'Wiped, dust off, hand dry' }).tap()
  await expect.poll(foot).toBeLessThanOrEqual(844)
  for (const entry of [15, 16, 15]) await shot(page, entry, 'late')
  // The next one has to be made first: sanded by hand it is logged and taken over at once.
  await expect(page.getByText(/C Wrackline, 3000 grit comes next/)).toBeVisible()
  await expect(page.getByText(/Wipe off the dust/)).toBeVisible()
  await page.getByRole('button', { name: 'Sanded by hand to 3000: log it and take it over' }).tap()
  await expect(chosenArm(page)).toContainText('3000')
  for (const entry of [17, 17, 18]) await shot(page, entry, 'right')
  await page.getByRole('button', { name: 'Sanded by hand to 2000: log it and take it over' }).tap()
  await expect(chosenArm(page)).toContainText('2000')
  for (const entry of [19, 20]) await shot(page, entry, 'early')
  // It does not clear the front any more: the control comes back and tells what the lane did.
  await expect(page.getByText(/A Skerrymoor.*: the control again, it tells what the lane did/)).toBeVisible()
  for (const entry of [17, 17]) await shot(page, entry, 'right')
  await expect(page.getByText('All asked for has been thrown.')).toBeVisible()

  await page.getByRole('link', { name: 'Back to the trial' }).click()
  await expect(
    page.getByText('▲ Wrackline, 2000 grit no longer clears the front: the ladder stops here.'),
  ).toBeVisible()
  await expect(page.getByRole('region', { name: 'Result' })).toContainText(/pairs (is|are) shown to differ/)
  await expect(page.getByRole('region', { name: 'What do you expect?' })).toContainText('2 of 2 read early')

  // What speaks against a verdict is said, and one waits for it; revised, the first stays in its history.
  const verdict = page.getByRole('region', { name: 'Verdict' })
  await expect(verdict).toContainText(/one line only.*no warm-up noted/)
  await verdict.getByRole('button', { name: 'Give a verdict' }).tap()
  await expect(verdict.getByRole('button', { name: 'Held: not yet' })).toHaveAttribute('aria-pressed', 'true')
  await verdict.getByRole('group', { name: 'A miss inside' }).getByRole('button', { name: 'goes high' }).tap()
  await verdict.getByRole('button', { name: 'it burns up' }).tap()
  await verdict.getByRole('button', { name: 'Keep the verdict' }).tap()
  await expect(verdict).toContainText('Held: not yet · A miss inside goes high · (it burns up?)')
  await verdict.getByRole('button', { name: 'Revise the verdict' }).tap()
  await verdict.getByRole('button', { name: 'Change it' }).tap()
  await verdict.getByRole('button', { name: 'Keep the verdict' }).tap()
  await expect(verdict).toContainText(/Change it.*given though: .*one line only/)
  await verdict.getByText('Earlier verdicts').click()
  await expect(verdict).toContainText(/: Held: not yet/)

  // How the balls came to it, where each arm turned, and the trial of the ball before this one with everything that differs.
  await expect(page.getByRole('region', { name: 'How the balls were prepared' })).toContainText(
    /Wrackline: .*on it before the trial; in the trial, .*3000.*; in the trial, .*2000.*ticked at 1 of \d changes/,
  )
  await expect(page.getByRole('img', { name: /B Wrackline, 4000.*: late, medium \(n 3\); .*: early, / })).toBeVisible()
  await choose(page, 'Compare with', /Is the Wrackline dead/)
  const beside = page.getByRole('region', { name: 'Beside an earlier trial' })
  await expect(beside.getByRole('row', { name: /^Games since oiling .*\b0 .*not noted/ }).first()).toBeVisible()
  await expect(beside).toContainText(/noted both times nothing differs.*Not known: Lane, Games since oiling, Feet/)
})

test('two covers at three surfaces: what the cover does, what the surface does, and what depends on what', async ({
  signedIn: page,
}) => {
  const form = await newTrial(page, 'Cover or surface?', 'C')
  await form.getByRole('combobox', { name: 'Design' }).press('C')
  await choose(page, 'Balls', /Wrackline/)
  await alsoBall(page, 'Skerrymoor')
  await expect(form.getByLabel(/^Name of/)).toHaveCount(6)
  await begin(page)
  const entries: Record<string, number> = { A: 15, B: 16, C: 17, D: 17, E: 18, F: 20 }
  for (let n = 0; n < 18; n += 1) {
    const arm = 'ADDAADBEEBBECFFCCF'[n]!
    // At each new surface the ball has to be made before it is thrown.
    if ([6, 7, 12, 13].includes(n)) await page.getByRole('button', { name: /^Sanded by hand to/ }).tap()
    await expect(chosenArm(page)).toContainText(new RegExp(`^${arm}`))
    await typed(page, entries[arm]!, 'right')
  }
  await page.getByRole('link', { name: 'Back to the trial' }).click()
  const result = page.getByRole('region', { name: 'Result' })
  await expect(result).toContainText(
    /● Skerrymoor beside Wrackline, over all of the surface: \d\.\d boards higher.*Shown/,
  )
  await expect(result).toContainText(/● 500 grit beside as it is, over all of the ball: 2\.\d boards higher/)
  await expect(result).toContainText(
    /500 grit instead of as it is does \d\.\d boards more for Skerrymoor than for Wrackline/,
  )
})

test('two bowlers throw the same balls: the style apart from the ball, under letters until it is told', async ({
  signedIn: page,
}) => {
  const form = await newTrial(page, 'Style or ball?', 'T')
  await choose(page, 'Balls', /Wrackline/)
  await alsoBall(page, 'Skerrymoor')
  await choose(page, 'Second bowler', 'Fenn Marlowick')
  await form.getByText('More of the trial').click()
  await form.getByLabel('Blind: whoever throws sees letters until the verdict').check()
  await begin(page)
  await expect(page.getByRole('group', { name: 'Arm' })).not.toContainText('Wrackline')
  // By place in the order: two arms of each bowler, there and back.
  const order = [0, 1, 2, 3, 3, 2, 1, 0, 0, 1, 2, 3]
  const entry = [15, 17, 18, 20]
  for (const arm of order) await typed(page, entry[arm]!, 'right')
  await page.getByRole('link', { name: 'Back to the trial' }).click()
  const result = page.getByRole('region', { name: 'Result' })
  await expect(result).toContainText(/Ball [A-D] enters \d\.\d boards higher than Ball [A-D]/)
  await expect(result).not.toContainText('beside')
  await page.getByRole('button', { name: 'Tell which is which' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Tell which is which' }).click()
  await expect(result).toContainText(/● Fenn Marlowick beside Odda Brimstow, over all of the ball: 3\.\d boards higher/)
  await expect(result).toContainText(/● Skerrymoor beside Wrackline, over all of the bowler: 2\.\d boards higher/)
})

test('a free series: one ball as it comes, counted and compared with nothing', async ({ signedIn: page }) => {
  const form = await newTrial(page, 'Where does it enter tonight?', 'F')
  await choose(page, 'Balls', /Wrackline/)
  await page.keyboard.press('Escape')
  // Nothing is said of a control, of changes or of an order where there is one ball.
  await expect(form).toContainText('8 shots or more. One arm is counted, and compared with nothing.')
  await expect(form).not.toContainText(/control|At every change|one ball came after the other/)
  await form.getByRole('button', { name: 'Begin the trial' }).click()
  await expect(page.getByText('No shots yet. At least 4 an arm make a verdict.')).toBeVisible()
  await toLane(page)
  await page.getByRole('button', { name: 'They count' }).tap()
  for (const entry of [17, 18, 17, 16, 17]) await shot(page, entry, 'right')
  await page.getByRole('link', { name: 'Back to the trial' }).click()
  const result = page.getByRole('region', { name: 'Result' })
  await expect(result).toContainText('One arm: it is counted below, and compared with nothing.')
  await expect(page.getByText('5 counted')).toBeVisible()
  await expect(page.getByText('mean entry board 17.0')).toBeVisible()
})

test('before and after: between the two the work is asked for, and both balls are taken as they are then', async ({
  signedIn: page,
}) => {
  await newTrial(page, 'Did the work help?', 'B')
  await choose(page, 'Design', /Before and after/)
  await choose(page, /^Ball$/, /Wrackline/)
  await choose(page, 'Reference ball', /Skerrymoor/)
  await begin(page)
  for (const arm of 'ACCAACCA') {
    await expect(chosenArm(page)).toContainText(new RegExp(`^${arm}`))
    await typed(page, arm === 'A' ? 16 : 17, 'right')
  }
  const between = page.getByText(/Now the work on the ball/)
  await expect(between).toBeVisible()
  // Nothing runs over the edge of the phone.
  const record = page.getByRole('button', { name: 'Record shot' })
  const at = (await record.boundingBox())!
  expect(at.x + at.width).toBeLessThanOrEqual(390)
  expect(await page.evaluate('document.documentElement.scrollWidth')).toBeLessThanOrEqual(390)
  await page.getByRole('button', { name: 'The work is done: take both surfaces over' }).tap()
  await expect(page.getByText('The surface is taken over')).toBeVisible()
  await expect(chosenArm(page)).toContainText(/^B/)
  // Asked and done: the whole entry is on one screen again.
  await expect(between).toHaveCount(0)
  await expect
    .poll(async () => (await record.boundingBox())!.y + (await record.boundingBox())!.height)
    .toBeLessThanOrEqual(844)
  await typed(page, 17, 'right')
  await expect(between).toHaveCount(0)
})

test('shots from a table: columns named, a garbled row told by its line, the others taken over, and out again', async ({
  signedIn: page,
}) => {
  await page.goto('/trials')
  await page.getByRole('link', { name: /500 help/ }).click()
  const rows = page.getByRole('region', { name: 'Shots' }).getByRole('row')
  await expect(rows.nth(1)).toBeVisible()
  const before = await rows.count()
  await page.getByRole('button', { name: 'Shots from a table' }).click()
  const table = page.getByRole('dialog')
  const text =
    'Ball,Target,Feet,Entry,Pins,Oil tone\nA,12,24,17.5,X,dull\nB,12,24,sixteen,2-8,dull\nB,12,24,16,2-8-10,dull\n'
  await table.getByLabel('File').setInputFiles({ name: 'lane.csv', mimeType: 'text/csv', buffer: Buffer.from(text) })
  await expect(table.getByText('2 of 3 rows are shots.')).toBeVisible()
  await expect(table.getByText(/Row 3: Entry board/)).toBeVisible()
  await table.getByRole('button', { name: 'Take 2 shots over' }).click()
  await expect(rows).toHaveCount(before + 2)
  await expect(rows.nth(1)).toContainText('16')
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'As a table (CSV)' }).click()
  expect((await download).suggestedFilename()).toBe('trial.csv')
})

test('the lane tracker fills shots in, to be corrected; the garbled one is said and typed in', async ({
  signedIn: page,
}) => {
  await page.goto('/shop')
  const device = page.getByRole('article', { name: 'Lane tracker' })
  await device.getByRole('button', { name: 'Connect' }).tap()
  await expect(device).toContainText('● connected')
  await page.goto('/trials')
  await page.getByRole('link', { name: /500 help/ }).click()
  const moves = page.getByRole('region', { name: 'Moves of feet and eyes' }).getByRole('listitem')
  await expect(moves.first()).toBeVisible()
  const movesBefore = await moves.count()
  await toLane(page)
  await page.getByRole('button', { name: 'They count' }).tap()
  const tracker = page.getByRole('group', { name: 'Lane tracker' })
  const entry = page.getByRole('textbox', { name: 'Entry board' })
  const throwOne = tracker.getByRole('button', { name: 'Throw (stand-in)' })
  await expect(tracker).toContainText('The tracker watches')
  // It takes its place, and the record still has its own.
  const foot = async () =>
    page
      .getByRole('button', { name: 'Record shot' })
      .boundingBox()
      .then((box) => box!.y + box!.height)
  await expect.poll(foot).toBeLessThanOrEqual(844)
  await throwOne.tap()
  await expect(tracker).toContainText('Filled in by the tracker')
  const measured = Number(await entry.inputValue())
  expect(measured).toBeGreaterThan(5)
  await page.getByText('Speed, first read, note').tap()
  await expect(page.getByRole('textbox', { name: 'Speed' })).not.toHaveValue('')
  // What it got wrong is put right before it is recorded.
  await page
    .getByRole('button', { name: 'Entry 17½', exact: true })
    .or(page.getByRole('button', { name: 'Entry 17.5', exact: true }))
    .tap()
  await page.getByRole('button', { name: 'Record shot' }).tap()
  await expect(page.getByText('Last:')).toContainText('17.5')
  // One in twenty is garbled.
  for (let n = 0; n < 30 && !(await tracker.textContent())!.includes('▲'); n += 1) {
    const before = await entry.inputValue()
    await throwOne.tap()
    await expect
      .poll(async () => (await entry.inputValue()) !== before || (await tracker.textContent())!.includes('▲'))
      .toBe(true)
    await entry.fill('')
  }
  await expect(tracker).toContainText('cannot be gone by (the path jumps): type it in')
  await entry.fill('16')
  await entry.press('Enter')
  await expect(page.getByText('Last:')).toContainText('16')

  // Its path lies over the lane, an arm's kind of line beside its name.
  await page.getByRole('link', { name: 'Back to the trial' }).click()
  const paths = page.getByRole('region', { name: 'Paths' })
  await expect(paths.getByRole('img', { name: /Paths of 1 tracked shots/ })).toBeVisible()
  await expect(paths).toContainText(/[AB] /)
  // What the hand was off is no move of the eyes: it was aimed where it had been aimed.
  await expect(page.getByRole('region', { name: 'Shots' })).toContainText('crossed')
  await expect(moves).toHaveCount(movesBefore)
})

test('somebody else throws the same arm: said at the entry while it stays so, named in the list, a block in the verdict', async ({
  signedIn: page,
}) => {
  await newTrial(page, 'Does the first step hold for both?', 'F')
  await choose(page, 'Balls', /Wrackline/)
  await alsoBall(page, 'Skerrymoor')
  await begin(page)
  await shot(page, 17, 'right')
  await page.getByText('Speed, first read, note').tap()
  await choose(page, 'Thrown by somebody else', 'Fenn Marlowick')
  await expect(page.getByText('thrown by somebody else', { exact: false }).first()).toBeVisible()
  await shot(page, 15, 'late')
  await shot(page, 14, 'late')
  await page.getByRole('link', { name: 'Back to the trial' }).click()
  const rows = page.getByRole('region', { name: 'Shots' }).getByRole('row')
  await expect(rows.nth(1)).toContainText('Fenn Marlowick')
  await expect(rows.nth(3)).not.toContainText('Fenn Marlowick')
})
