import { addDays, format } from 'date-fns'
import { choose, expect, finishStep, test } from './site.ts'

test('from a ball on the counter to a filled gap', async ({ signedIn: page }) => {
  await page.goto('/rack')
  await expect(page.getByRole('navigation', { name: 'Areas' })).toBeVisible()
  // Intake by keyboard: the command field opens the form for a new customer.
  await page.keyboard.press('/')
  await page.keyboard.type('new cust')
  await page.keyboard.press('Enter')
  const form = page.getByRole('dialog')
  await form.getByLabel('Name', { exact: true }).fill('Ottil Brackwater')
  await form.getByLabel('left-hander').check()
  await form.getByLabel('Games a week').fill('6')
  await form.getByRole('textbox', { name: 'Ball speed' }).fill('17.2')
  await form.getByRole('textbox', { name: 'Rev rate' }).fill('330')
  await form.getByRole('textbox', { name: 'Axis tilt' }).fill('13')
  await expect(form.getByText('Style: matched')).toBeVisible()
  await page.keyboard.press('Control+Enter')
  await expect(page.getByRole('heading', { name: /Ottil Brackwater/ })).toContainText('left-hander')

  // Two balls, with core figures as they are said.
  for (const [name, cover, rg, factory, kept] of [
    ['Knotwarden', 'solid reactive', '248', '2000', '1000'],
    ['Palefin', 'pearl reactive', '2.51', '4000', '4000'],
  ] as const) {
    await page.getByRole('button', { name: 'New ball' }).first().click()
    await form.getByLabel('Ball name').fill(name)
    await choose(page, 'Cover family', cover)
    await form.getByRole('textbox', { name: 'RG' }).fill(rg)
    await form.getByRole('textbox', { name: 'Differential', exact: true }).fill('.052')
    await form.getByLabel('Weight').fill('15')
    await form.getByLabel('Layout').fill('50 x 4 1/2 x 35')
    await form.getByLabel('Factory finish').fill(factory)
    await form.getByLabel('Kept at').fill(kept)
    await form.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByRole('region', { name })).toContainText('50 × 4 1/2 × 35')
    await page.getByRole('button', { name: 'Close ball' }).click()
  }

  // Games in one tap wear the surface; the rack says how much is left.
  await page.getByRole('button', { name: 'Open Knotwarden' }).click()
  const panel = page.getByRole('region', { name: 'Knotwarden' })
  for (const total of [3, 6, 9, 12]) {
    await panel.getByRole('button', { name: '+3 games' }).click()
    await expect(panel.getByText(`${total} games in all`)).toBeVisible()
  }
  await expect(panel.getByText('too smooth')).toBeVisible()
  await expect(panel.getByText('outside its window now')).toBeVisible()

  // An event brings the target pattern.
  await page.getByRole('link', { name: 'Events' }).click()
  await page.getByRole('button', { name: 'New event' }).click()
  const day = format(addDays(new Date(), 20), 'yyyy-MM-dd')
  await form.getByLabel('Event name').fill('Lantern Night')
  await form.getByLabel('First day').fill(day)
  await form.getByLabel('Last day').fill(day)
  await choose(page, 'Patterns', 'Breakwater 40')
  await page.keyboard.press('Escape')
  await choose(page, 'Entrants', 'Ottil Brackwater')
  await page.keyboard.press('Escape')
  await form.getByLabel('Note').click()
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('row', { name: /Lantern Night/ })).toContainText('Breakwater 40')

  // A small trial, shot by shot by keyboard.
  await page.getByRole('link', { name: 'Trials' }).click()
  await page.getByRole('button', { name: 'New trial' }).click()
  await form.getByLabel('Question').fill('Does the Knotwarden still read?')
  await choose(page, 'Bowler', 'Ottil Brackwater')
  await choose(page, 'Pattern', 'Breakwater 40')
  await choose(page, 'Balls', /Palefin/)
  await page.getByRole('option', { name: /Knotwarden/ }).click()
  await page.keyboard.press('Escape')
  await form.getByRole('button', { name: 'Begin the trial' }).click()
  await expect(page.getByText('No shots yet')).toBeVisible()
  // The entry field takes the focus when the screen opens; typing before that would go there.
  await expect(page.getByLabel('Entry board')).toBeFocused()
  await page.getByRole('textbox', { name: 'Target' }).fill('11')
  await page.getByRole('textbox', { name: /^Feet/ }).fill('24')
  const entry = page.getByLabel('Entry board')
  const shot = async (board: string, read: string, n: number) => {
    await expect(entry).toHaveValue('')
    await entry.focus()
    await page.keyboard.type(`${board}${read}`)
    await page.keyboard.press('Enter')
    await expect(page.getByText(`Shot ${n} recorded`)).toBeVisible()
  }
  let n = 0
  // The arm that the order has next is chosen by itself: there and back.
  for (const board of ['16', '14.5', '14']) await shot(board, 'l', (n += 1))
  await expect(page.getByText(/Too few shots for a verdict/)).toBeVisible()
  for (const board of ['15.5', '16', '14.5', '14', '15.5', '30']) await shot(board, 'l', (n += 1))
  await page.getByRole('button', { name: 'Set aside: 9' }).click()
  await page.getByRole('button', { name: 'bad release' }).click()
  await expect(page.getByText('set aside: bad release')).toBeVisible()
  await expect(page.getByText(/enters 1\.\d boards lighter than .*The difference is shown/)).toBeVisible()
  await page.getByRole('button', { name: 'What single shots weigh' }).click()
  await expect(page.getByText(/Without shot \d+: \d\.\d boards lighter/)).toHaveCount(3)

  // The map names the gap; the cheapest fix goes to the bench with its promise.
  await page.getByRole('link', { name: 'See the coverage' }).click()
  await page.waitForURL(/coverage/)
  const cell = page.getByRole('button', { name: /^Knotwarden on Breakwater 40, fresh/ })
  await expect(cell).toContainText('late')
  // What it rests on opens beside it: the shots, and what the motion core makes of the ball.
  await cell.click()
  const detail = page.getByRole('region', { name: 'Knotwarden on Breakwater 40, fresh' })
  await expect(detail).toContainText('measured')
  await expect(detail.getByRole('row', { name: /motion core/ })).toBeVisible({ timeout: 60_000 })
  const gap = page.getByRole('region', { name: 'Breakwater 40, fresh', exact: true })
  await expect(gap).toContainText('no ball covers it')
  await expect(gap.getByRole('listitem').first()).toBeVisible({ timeout: 60_000 })
  await gap
    .getByRole('listitem')
    .filter({ hasText: 'Knotwarden' })
    .getByRole('button', { name: 'Put on the bench' })
    .click()
  await expect(form.getByLabel('Reason')).toHaveValue(/Breakwater 40, fresh: It reads late/)
  const due = await form.getByLabel('Due').inputValue()
  expect(due < day && due >= format(new Date(), 'yyyy-MM-dd')).toBe(true)
  await form.getByRole('button', { name: 'Put on the bench' }).click()
  await expect(page.getByText(/Knotwarden is on the bench list/)).toBeVisible()

  // The bench: start, step through, done; the strip follows.
  await page.getByRole('link', { name: 'Bench' }).click()
  await page.getByRole('button', { name: 'Start: Knotwarden' }).click()
  await expect(page.getByRole('heading', { name: 'Look the ball over' })).toBeVisible()
  const next = page.getByRole('button', { name: 'Done, next step' })
  const finish = page.getByRole('button', { name: 'Done, finish the job' })
  await page.getByRole('button', { name: 'fine' }).click()
  await next.click()
  await expect(page.getByRole('heading', { name: /Sand with/ })).toBeVisible()
  await expect(page.getByText('eye protection')).toBeVisible()
  await expect(page.getByRole('contentinfo', { name: 'Bench now' })).toContainText(/Spinner\s*Knotwarden \d:\d\d left/)
  await page.reload()
  await expect(page.getByRole('heading', { name: /Sand with/ })).toBeVisible()
  while (!(await finish.isVisible())) {
    const step = await page.getByText(/Step \d+ of \d+/).textContent()
    await finishStep(page)
    await expect(page.getByText(/Step \d+ of \d+/)).not.toHaveText(step ?? '')
  }
  await finish.click()
  await expect(page.getByText('This job is done.')).toBeVisible()
  await expect(next).toHaveCount(0)

  // The rack shows the new state, and the gap is filled.
  await page.getByRole('link', { name: 'See it on the rack' }).click()
  await expect(panel.getByText(/in its window|leaves soon/).first()).toBeVisible()
  await expect(panel.getByText('0 games on this surface')).toBeVisible()
  await expect(page.getByRole('list', { name: 'History' })).toContainText('surface: 500')
  await page.getByRole('link', { name: 'Coverage', exact: true }).last().click()
  // The old answers say that they are of then until the new ones are there.
  await expect(gap).toHaveCount(0, { timeout: 60_000 })
  await expect(cell).toContainText(/likely|covers/)
})
