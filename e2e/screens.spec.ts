import { choose, expect, openCustomer, signIn, test } from './site.ts'

test('addresses of nothing say so and lead on', async ({ signedIn: page }) => {
  for (const [path, says] of [
    ['/nowhere/at/all', 'There is nothing at this address'],
    ['/trials/x', 'There is no such trial'],
    ['/rack/x', 'There is no such customer'],
    ['/lanes/x', 'There is no such pattern'],
    ['/bench/x', 'There is no such job'],
    ['/surface/undefined', 'There is no such ball'],
    ['/coverage/x', 'There is no such customer'],
  ] as const) {
    await page.goto(path)
    await expect(page.getByRole('alert').getByRole('heading', { name: says })).toBeVisible()
  }
  await page.getByRole('alert').getByRole('link').click()
  await expect(page.getByRole('alert')).toHaveCount(0)
})

test('the field at the top takes words in any order, knows every action, and never says nothing beside something', async ({
  signedIn: page,
}) => {
  const ask = async (text: string) => {
    await page.keyboard.press('Control+k')
    await page.keyboard.press('Control+a')
    await page.keyboard.type(text)
  }
  await page.goto('/rack')
  await expect(page.getByRole('navigation', { name: 'Areas' })).toBeVisible()
  await ask('brimstow odda')
  await expect(page.getByRole('option', { name: /Odda Brimstow/ }).first()).toBeVisible()
  await expect(page.getByText(/Nothing found/)).toHaveCount(0)
  for (const [words, action] of [
    ['night log', /Log a night of play/],
    ['reading', /Record a scanner reading/],
    ['balls take', /Take balls in/],
    ['print', /Print this page/],
    ['undo', /Undo the last record/],
    ['bench work', /Put work on the bench/],
  ] as const) {
    await ask(words)
    await expect(page.getByRole('option', { name: action })).toBeVisible()
    await expect(page.getByText(/Nothing found/)).toHaveCount(0)
  }
  await ask('intake counter over')
  await page.keyboard.press('Escape')
  await ask('take balls in')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Intake' })).toBeVisible()
})

test('focus is seen on every kind of control, arrow keys move in lists at once, Enter opens the first', async ({
  signedIn: page,
}) => {
  await page.goto('/rack')
  await expect(page.getByRole('button', { name: /^Open / }).first()).toBeVisible()
  // Runs in the page: whether what has the focus shows it, by its outline or by the frame of its field.
  const ring = () =>
    page.evaluate<{ what: string; seen: boolean }>(`(() => {
      const at = document.activeElement
      const style = getComputedStyle(at)
      const frame = at.closest('.v-field')?.querySelector('.v-field__outline')
      const width = frame ? getComputedStyle(frame).getPropertyValue('--v-field-border-width') : style.outlineWidth
      return { what: at.tagName, seen: (frame || style.outlineStyle !== 'none') && Number.parseFloat(width) >= 2 }
    })()`)
  const kinds = new Set<string>()
  for (let n = 0; n < 26; n += 1) {
    await page.keyboard.press('Tab')
    const { what, seen } = await ring()
    if (what === 'BODY') continue
    kinds.add(what)
    expect({ n, what, seen }).toEqual({ n, what, seen: true })
  }
  expect([...kinds].sort()).toEqual(expect.arrayContaining(['A', 'BUTTON', 'INPUT']))

  const filter = page.getByRole('textbox', { name: 'Filter balls' })
  await filter.fill('kelpsong two')
  await filter.press('Enter')
  await expect(page.getByRole('region', { name: 'Kelpsong Two' })).toBeVisible()
  await page.keyboard.press('Escape')
  await filter.fill('plain')
  await expect(page.getByRole('button', { name: 'Open Kelpsong Two' })).toHaveCount(0)
  await page.keyboard.press('ArrowDown')
  await expect(page.getByRole('button', { name: /^Open Plain Tiller/ }).first()).toBeFocused()
})

test('focus survives choosing, adding a row and saving', async ({ signedIn: page }) => {
  const focused = () =>
    page.evaluate<string>(`(() => {
      const at = document.activeElement
      return at.getAttribute('aria-label') ?? at.labels?.[0]?.textContent ?? at.textContent
    })()`)
  await page.goto('/lanes?new=pattern')
  const form = page.getByRole('dialog')
  await form.getByRole('button', { name: 'Add a row' }).click()
  await expect(form.getByRole('group', { name: 'Row 2' }).locator(':focus')).toHaveCount(1)
  await page.goto('/rack')
  await openCustomer(page, 'Odda Brimstow')
  await page.getByRole('button', { name: 'Open Lantern Ebb' }).click()
  await page.getByRole('button', { name: 'Edit ball' }).click()
  await choose(page, 'Cover family', 'pearl reactive')
  expect(await focused()).toContain('Cover family')
  await form.getByLabel('Note').fill('focus comes back')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form).toHaveCount(0)
  await expect(page.getByRole('button', { name: 'Edit ball' })).toBeFocused()
})

test('the counter is offered nothing that would be refused', async ({ page, site }) => {
  await signIn(page, site, 'counter')
  const absent = async (path: string, there: string, ...names: (string | RegExp)[]) => {
    await page.goto(path)
    await expect(page.getByText(there).first()).toBeVisible()
    for (const name of names) await expect(page.getByRole('button', { name })).toHaveCount(0)
  }
  await absent('/lanes', 'Load table', 'New pattern', 'Edit', 'Import')
  await absent('/trials', 'Is the Wrackline dead', 'New trial')
  await absent('/stock', 'Balls the shop has or knows', /Bring in/)
  await absent('/layouts', 'Pin to grip centre', 'Keep on the ball', 'Name this layout')
  await absent('/supplies', 'House teeth', /New recipe/, /New pad/)
  await absent('/upkeep', 'Bexa Thrumley', /^School/)
  await absent('/lanes/what-if', 'A miss at the target', 'Save as prediction')
  await expect(page.getByRole('button', { name: 'Keep to compare' })).toBeEnabled()
  await page.goto('/trials?new=trial')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await page.goto('/trials')
  await page.getByRole('link', { name: /Wrackline dead/ }).click()
  await expect(page.getByText('Shots are entered by a technician')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Mend' })).toHaveCount(0)
  // What she may: take in, log, promise.
  await page.goto('/rack')
  await page.getByRole('textbox', { name: 'Filter balls' }).fill('Sandglim')
  await page.getByRole('button', { name: 'Open Sandglim' }).click()
  await page.getByRole('button', { name: '+1 game' }).click()
  await expect(page.getByText('1 game logged for Sandglim')).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
})

test('a known ball comes back over the counter with its complaint; the draft outlives a reload; a twin is asked about', async ({
  signedIn: page,
}) => {
  await page.goto('/intake')
  await page.getByLabel('Customer: a name known or new').fill('Odda BRIMSTOW')
  await page.getByLabel('Customer: a name known or new').press('Enter')
  const own = page.getByRole('group', { name: 'Their balls' })
  await own.getByRole('button', { name: 'Lantern Ebb' }).click()
  await page.getByLabel('Complaint, as told').fill('skids past, 東 and Łucja say so too')
  await page.reload()
  await expect(page.getByLabel('Complaint, as told')).toHaveValue('skids past, 東 and Łucja say so too')
  await page.getByRole('button', { name: 'Another ball' }).click()
  const second = page.getByRole('region', { name: 'Ball 2' })
  await second.getByRole('combobox', { name: 'Ball name' }).fill('wrackline')
  await expect(page.getByText('Odda Brimstow has a Wrackline on the rack already.')).toBeVisible()
  await page.getByRole('button', { name: 'Remove ball 2' }).click()
  await page.getByRole('button', { name: 'Take in' }).click()
  await expect(page.getByRole('region', { name: 'Taken in' })).toContainText('Lantern Ebb')
  // A label with letters that the standard fonts lack still comes out.
  const labels = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Labels (PDF)' }).click()
  expect((await labels).suggestedFilename()).toMatch(/\.pdf$/)
  await page.getByRole('button', { name: 'To the rack' }).click()
  await expect(page.getByRole('button', { name: 'Open Lantern Ebb' })).toHaveCount(1)
})

test('coverage without a customer shows the nearest gaps, the what-if opens on the next event', async ({
  signedIn: page,
}) => {
  await page.goto('/coverage')
  await expect(page.getByRole('heading', { name: 'Nearest gaps' })).toBeVisible()
  // Whose balls the motion core has not looked at yet are counted, and follow.
  await expect(
    page
      .getByText(/being looked at/)
      .or(page.getByRole('main').getByRole('link').first())
      .first(),
  ).toBeVisible()
  // No trial has been held against a forecast yet: that is said, and what it takes.
  await expect(page.getByRole('region', { name: 'How good the forecasts were' })).toContainText(
    'shots of the next trials with their leave show how good it was',
  )
  await page.goto('/lanes/what-if')
  await expect(page.getByText('% of shots')).toBeVisible({ timeout: 20_000 })
})

test('paper takes every row and column and no control', async ({ signedIn: page }) => {
  for (const path of ['/balls', '/lanes', '/upkeep', '/bench']) {
    await page.goto(path)
    await expect(
      page
        .getByRole('heading', { level: 1 })
        .or(page.getByRole('heading', { level: 2 }))
        .first(),
    ).toBeVisible()
    if (path === '/balls') {
      // Paper takes what is on screen: here everything was asked for.
      await expect(page.getByRole('row').nth(1)).toBeVisible()
      const more = page.getByRole('button', { name: 'Show more' })
      if (await more.isVisible()) await more.click()
      await expect(page.getByRole('row', { name: /Wrackline/ })).toBeVisible()
    }
    const [rows, columns] = [await page.getByRole('row').count(), await page.getByRole('columnheader').count()]
    await page.emulateMedia({ media: 'print' })
    await expect(page.locator('.v-btn:visible, .v-input:visible, nav:visible')).toHaveCount(0)
    if (path === '/balls') {
      expect(rows).toBeGreaterThan(50)
      expect(columns).toBe(8)
      expect(await page.getByRole('row').count()).toBe(rows)
      expect(await page.getByRole('columnheader').count()).toBe(columns)
    }
    // Nothing is kept in a box that scrolls.
    const boxes = await page.evaluate<number>(`[...document.querySelectorAll('main, main *')].filter((element) => {
      const { overflowX, overflowY } = getComputedStyle(element)
      const scrolls = [overflowX, overflowY].some((how) => how === 'auto' || how === 'scroll')
      return scrolls && element.scrollHeight > element.clientHeight + 2
    }).length`)
    expect(boxes).toBe(0)
    await page.emulateMedia({ media: 'screen' })
  }
})

test.describe('a file that is gone', () => {
  test.use({ brings: /Couldn't resolve component "default" at "\/trials"/ })

  test('a file of an older build is not answered with the page, and the page offers to load itself anew', async ({
    signedIn: page,
  }) => {
    expect((await page.request.get('/assets/LanesView-gone.js')).status()).toBe(404)
    await page.route('**/assets/TrialsView-*.js', (route) => route.fulfill({ status: 404, body: 'gone' }))
    await page.goto('/rack')
    await page.getByRole('navigation', { name: 'Areas' }).getByRole('link', { name: 'Trials' }).click()
    await expect(page.getByText('The shop runs a newer version of this page')).toBeVisible()
    await page.unroute('**/assets/TrialsView-*.js')
    await page.getByRole('button', { name: 'Load it again' }).click()
    await expect(page.getByRole('navigation', { name: 'Areas' })).toBeVisible()
  })
})

test('steps of a recipe keep the focus where the work is', async ({ signedIn: page }) => {
  await page.goto('/supplies')
  await page.getByRole('button', { name: 'New recipe' }).click()
  const form = page.getByRole('dialog')
  await form.getByLabel('Recipe', { exact: true }).fill('House fine')
  await form.getByRole('button', { name: 'Add a step' }).click()
  await expect(form.getByRole('listitem', { name: 'Step 3' }).locator(':focus')).toHaveCount(1)
  await form.getByRole('button', { name: 'Step 3 up' }).press('Enter')
  await expect(form.getByRole('button', { name: 'Step 2 up' })).toBeFocused()
  await page.keyboard.press('Enter')
  // At the top that arrow rests, so the other one is at hand.
  await expect(form.getByRole('button', { name: 'Step 1 down' })).toBeFocused()
  await form.getByRole('button', { name: 'Remove step 1' }).press('Enter')
  await expect(form.getByRole('button', { name: 'Remove step 1' })).toBeFocused()
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('House fine').first()).toBeVisible()
})

test('a form that was opened and left as it was closes at once, wherever it is', async ({ signedIn: page }) => {
  const asked: string[] = []
  for (const address of [
    '/rack?new=customer',
    '/rack?new=ball',
    '/lanes?new=pattern',
    '/trials?new=trial',
    '/events?new=event',
    '/upkeep?new=night',
  ]) {
    await page.goto(address)
    const form = page.getByRole('dialog')
    await form.getByRole('button', { name: 'Cancel' }).waitFor()
    // What a form works out by itself has come in by then.
    await page.waitForTimeout(500)
    await form.getByRole('button', { name: 'Cancel' }).click()
    await page.waitForTimeout(300)
    if (await form.isVisible()) asked.push(address)
  }
  await page.goto('/rack')
  await page.getByRole('button', { name: 'Open Wrackline', exact: true }).click()
  for (const name of ['Put work on the bench', 'Edit ball', 'Record a reading', 'Move']) {
    await page.getByRole('region', { name: 'Wrackline' }).getByRole('button', { name, exact: true }).click()
    const form = page.getByRole('dialog')
    await form.waitFor()
    await page.waitForTimeout(500)
    await page.keyboard.press('Escape')
    await page.waitForTimeout(300)
    if (await form.isVisible()) asked.push(name)
  }
  expect(asked).toEqual([])
})
