import { expect, test } from '@jest/globals'
import { isStandardText } from './paper.ts'

test.each([
  ['Odda Brimstow, 16 lb – “hooks less” … €5', true],
  ['Zoë Ångström, São', true],
  ['Łucja', false],
  ['Ů', false],
  ['東', false],
  ['Ćwikła', false],
])('%s is in the standard fonts of a PDF: %p', (text, is) => {
  expect(isStandardText(text)).toBe(is)
})
