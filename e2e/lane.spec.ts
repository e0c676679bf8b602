import type { Route } from '@playwright/test'
import { expect, test, toLane } from './site.ts'

test.describe('at the lane, on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true })

  test('shots typed while the server is away stay on the device over a reload and are sent once', async ({
    signedIn: page,
  }) => {
    await page.goto('/trials')
    await page.getByRole('link', { name: /Wrackline dead/ }).click()
    const rows = page.getByRole('region', { name: 'Shots' }).getByRole('row')
    await expect(rows.nth(1)).toBeVisible()
    const before = await rows.count()
    const entry = page.getByLabel('Entry board')
    const away = (route: Route) => route.abort()
    await page.route('**/api/trials/*/shots', away)
    for (const board of ['16.4', '16.9']) {
      await entry.fill(board)
      await entry.press('Enter')
      await expect(entry).toHaveValue('')
    }
    await expect(page.getByText('No answer. 2 shots are kept on this device')).toBeVisible()
    await expect(page.getByText('This device keeps nothing')).toHaveCount(0)
    await expect(rows).toHaveCount(before + 2)
    await expect(rows.nth(1)).toContainText('16.9')
    await expect(rows.nth(2)).toContainText('16.4')
    page.on('dialog', (dialog) => void dialog.accept())
    await page.reload()
    await expect(page.getByText('No answer. 2 shots are kept on this device')).toBeVisible()

    // The first answer breaks off after the server has taken the shot: it is asked again, not written again.
    let cut = 0
    await page.route('**/api/trials/*/shots', async (route) => {
      const answer = await route.fetch()
      if ((cut += 1) === 1) await route.abort()
      else await route.fulfill({ response: answer })
    })
    // Only now: between the two nothing may slip through uncounted.
    await page.unroute('**/api/trials/*/shots', away)
    await expect(page.getByText(/kept on this device/)).toHaveCount(0, { timeout: 20_000 })
    await expect(rows).toHaveCount(before + 2)
    await expect.poll(() => cut, { timeout: 20_000 }).toBeGreaterThan(2)
    await page.reload()
    await expect(rows).toHaveCount(before + 2)
  })

  test('what is told lies over nothing that is tapped, on the trial and at the lane', async ({ signedIn: page }) => {
    await page.goto('/trials')
    await page.getByRole('link', { name: /Wrackline dead/ }).click()
    const told = page.locator('.notice')
    const apart = async () => {
      await expect
        .poll(async () => {
          const [above, bar] = [await page.getByRole('main').boundingBox(), await told.boundingBox()]
          return above && bar ? above.y + above.height - bar.y : Number.NaN
        })
        .toBeLessThanOrEqual(1)
      return (await told.boundingBox())!
    }
    const record = async () => {
      await page.getByRole('button', { name: 'late', exact: true }).tap()
      await page.getByRole('button', { name: 'Record shot' }).tap()
    }
    await record()
    await expect(told).toContainText('recorded')
    const bar = await apart()
    const areas = (await page.getByRole('navigation', { name: 'Areas' }).boundingBox())!
    expect(bar.y + bar.height).toBeLessThanOrEqual(areas.y + 1)
    await told.getByRole('button', { name: 'Undo' }).tap()
    await expect(told).toContainText('taken out')

    await toLane(page)
    await record()
    await page.getByRole('main').getByRole('button', { name: 'Undo' }).tap()
    await expect(told).toContainText('taken out')
    await apart()
    // At once, with the bar still there.
    await page.getByRole('link', { name: 'Back to the trial' }).tap({ timeout: 4000 })
    await expect(told).toBeVisible()
  })

  test('nothing runs over the edge, and what is tapped is large enough', async ({ signedIn: page }) => {
    await page.goto('/trials')
    await page.getByRole('link', { name: /Wrackline dead/ }).click()
    const next = page.getByRole('region', { name: 'Next shot' })
    await expect(next).toBeVisible()
    for (const button of await next.getByRole('button').all()) {
      const box = (await button.boundingBox())!
      expect(box.x + box.width).toBeLessThanOrEqual(390)
      expect(Math.min(box.width, box.height)).toBeGreaterThanOrEqual(44)
    }
    for (const link of await page.getByRole('contentinfo', { name: 'Bench now' }).getByRole('link').all()) {
      const box = (await link.locator('..').boundingBox())!
      expect(box.height).toBeGreaterThanOrEqual(44)
    }
  })

  test('a practice clock counts in shots, and what to try stands in the order cheapest first', async ({
    signedIn: page,
  }) => {
    await page.goto('/trials')
    await page.getByRole('link', { name: /500 help/ }).click()
    await toLane(page)
    await page.getByRole('button', { name: /Practice clock/ }).tap()
    await page.getByText('10 minutes', { exact: true }).tap()
    const clock = page.getByRole('button', { name: /10 min · \d+ shots/ })
    await expect(clock).toBeVisible()
    // Kept on the device, over a reload too.
    await page.reload()
    await expect(clock).toBeVisible()

    await page.getByRole('button', { name: 'What to try?' }).tap()
    const help = page.getByRole('dialog', { name: 'What to try' })
    // Where the last shots went, and how far to move.
    await expect(
      help.getByText(
        /boards (high|light)\. Feet \d+ (in|out), eyes [\d.]+ (in|out)|stay where you are|tell how far to move/,
      ),
    ).toBeVisible()
    for (const chosen of await help.getByRole('button', { pressed: true }).all()) await chosen.tap()
    await help.getByRole('button', { name: 'hook stops down the lane' }).tap()
    await help.getByRole('button', { name: 'reads early' }).tap()
    await expect(help.getByText(/^Most likely/)).toContainText(
      /line in too much friction|surface too rough|front of the lane/,
    )
    const options = help.getByRole('listitem')
    await expect(options.filter({ hasText: 'Move inside' })).toContainText(/Helps in \d+ %/)
    const texts = await options.allTextContents()
    const minutes = texts
      .filter((text) => !text.includes('lasting'))
      .map((text) => Number(/([\d.]+) min/.exec(text)![1]))
    expect(minutes).toEqual([...minutes].sort((a, b) => a - b))
    await help.getByRole('button', { name: 'Keep it as a case' }).tap()
    await expect(page.getByRole('heading', { level: 1 })).toContainText('What is wrong with')

    await page.goBack()
    await clock.tap()
    await page.getByText('Stop the clock').tap()
    await expect(page.getByRole('button', { name: /Practice clock/ })).toBeVisible()
  })

  test('leaving with half a shot typed asks first', async ({ signedIn: page }) => {
    await page.goto('/trials')
    await page.getByRole('link', { name: /Wrackline dead/ }).click()
    await page.getByLabel('Entry board').fill('16')
    const asked: string[] = []
    page.once('dialog', (dialog) => {
      asked.push(dialog.message())
      void dialog.dismiss()
    })
    await page.getByRole('navigation', { name: 'Areas' }).getByRole('link', { name: 'Rack' }).click()
    expect(asked).toEqual([expect.stringContaining('Discard what you typed?')])
    await expect(page.getByLabel('Entry board')).toHaveValue('16')
  })
})

test('a figure that is refused in the closed part of the entry opens it', async ({ signedIn: page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto('/trials')
  await page.getByRole('link', { name: /500 help/ }).click()
  await toLane(page)
  const more = page.getByText('Speed, first read, note')
  const breakpoint = page.getByRole('textbox', { name: 'Breakpoint' })
  await more.click()
  await breakpoint.fill('0.5')
  await more.click()
  await expect(breakpoint).toBeHidden()
  await page.getByRole('textbox', { name: 'Entry board' }).fill('16')
  await page.getByRole('button', { name: 'Record shot' }).click()
  await expect(page.getByText('Breakpoint board: 1 to 39 board')).toBeVisible()
})
