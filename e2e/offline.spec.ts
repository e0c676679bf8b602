import { behind, expect, signIn, test, toLane } from './site.ts'

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, serviceWorkers: 'allow' })

test('twenty shots without a network, over a reload and a closed tab, are on the server once and in their order', async ({
  signedIn: first,
  context,
  browser,
  site,
}) => {
  await first.goto('/trials')
  await first.getByRole('link', { name: /Wrackline dead/ }).click()
  await toLane(first)
  const record = first.getByRole('button', { name: 'Record shot' })
  await record.waitFor()
  // Everything that was built lies on the device before the bowler goes down to the lanes.
  await first.evaluate('navigator.serviceWorker.ready.then(() => null)')
  await first.reload()
  await record.waitFor()
  const trialId = /trials\/([^/]+)\/lane/.exec(first.url())![1]!

  await context.setOffline(true)
  const boards = [14, 15, 16, 17, 18, 19, 20]
  let page = first
  let taps = 0
  const tap = async (name: string) => {
    await page.getByRole('button', { name, exact: true }).tap()
    taps += 1
  }
  const shots = async (from: number, to: number) => {
    for (let n = from; n < to; n += 1) {
      taps = 0
      await tap('late')
      await tap(`Entry ${boards[n % boards.length]}`)
      await tap('Strike')
      await tap('good')
      await tap('Record shot')
      expect(taps).toBeLessThanOrEqual(6)
      await expect(page.getByText(`${n + 1} shot${n === 0 ? ' is' : 's are'} kept on this device`)).toBeVisible()
    }
  }
  if (await page.getByRole('button', { name: 'They count' }).isVisible()) await tap('They count')
  await shots(0, 8)
  await page.reload()
  await expect(page.getByText('8 shots are kept on this device')).toBeVisible()
  if (await page.getByRole('button', { name: 'They count' }).isVisible()) await tap('They count')
  await shots(8, 14)
  const address = page.url()
  await page.close()

  // Meanwhile somebody else notes a shot of the same trial.
  const other = await browser.newContext({ baseURL: site.url, serviceWorkers: 'block' })
  const desk = await other.newPage()
  await signIn(desk, site, 'tech')
  await desk.goto(`/trials/${trialId}`)
  await desk.getByLabel('Entry board').fill('12.5')
  // It is shown before it has arrived, and the tab is closed at once.
  const arrived = desk.waitForResponse((answer) => answer.url().endsWith('/shots') && answer.ok())
  await desk.getByLabel('Entry board').press('Enter')
  await arrived
  await expect(desk.getByRole('region', { name: 'Shots' }).getByRole('row', { name: /12\.5/ })).toBeVisible()
  await other.close()

  page = await context.newPage()
  await page.goto(address)
  await expect(page.getByText('14 shots are kept on this device')).toBeVisible()
  await shots(14, 20)
  // Set aside before it was ever sent.
  await page.getByRole('link', { name: 'Back to the trial' }).click()
  const rows = page.getByRole('region', { name: 'Shots' }).getByRole('row')
  await rows
    .nth(1)
    .getByRole('button', { name: /^Set aside/ })
    .tap()
  await page.getByRole('button', { name: 'bad release' }).tap()
  await expect(rows.nth(1)).toContainText('set aside: bad release')

  await context.setOffline(false)
  await expect(page.getByText(/not sent yet/)).toHaveCount(0, { timeout: 60_000 })
  const kept = await behind<{ entry_board: number; set_aside_reason: string | null }>(
    site,
    'select entry_board, set_aside_reason from shot where trial_id = $1 order by sequence',
    [trialId],
  )
  const entries = kept.slice(-21).map((row) => row.entry_board)
  // Each once: now and then the browser lets one through while a page opens, whose answer is lost; it is not counted again.
  expect(entries.filter((one) => one !== 12.5)).toEqual(Array.from({ length: 20 }, (_, n) => boards[n % boards.length]))
  expect(entries.filter((one) => one === 12.5)).toHaveLength(1)
  expect(kept.at(-1)!.set_aside_reason).toBe('bad release')
})
