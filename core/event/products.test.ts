import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { productToPack, standingOf } from '@sleetfall/core'

const rules = { allowedProducts: ['Loft wipes', 'Quay foam'], refusedProducts: ['Loft gel'] }

describe('a product on an organiser’s list', () => {
  test('is allowed or refused by its name, however it is written; one that is not named is asked about only where others are', () => {
    expect(standingOf(rules, ' loft WIPES')).toBe('allowed')
    expect(standingOf(rules, 'Loft Gel')).toBe('refused')
    expect(standingOf(rules, 'Loft spray')).toBe('not-said')
    expect(standingOf({ ...rules, allowedProducts: [] }, 'Loft spray')).toBeNull()
    expect(standingOf({ ...rules, allowedProducts: [] }, 'Loft gel')).toBe('refused')
  })

  test('named both ways it is refused', () => {
    expect(standingOf({ allowedProducts: ['Foam'], refusedProducts: ['foam'] }, 'Foam')).toBe('refused')
  })
})

describe('what is packed', () => {
  test('is one that is allowed where the shop has it, else what nobody spoke of, and what is refused only where there is nothing else', () => {
    expect(productToPack(rules, ['Loft gel', 'Loft spray', 'Quay foam'])).toEqual({
      product: 'Quay foam',
      standing: 'allowed',
    })
    expect(productToPack(rules, ['Loft gel', 'Loft spray'])).toEqual({ product: 'Loft spray', standing: 'not-said' })
    expect(productToPack(rules, ['Loft gel'])).toEqual({ product: 'Loft gel', standing: 'refused' })
    expect(productToPack(null, ['Loft gel', 'Loft spray'])).toEqual({ product: 'Loft gel', standing: null })
    expect(productToPack(rules, [])).toBeNull()
  })

  test('is never refused where anything else is at hand, whatever the lists', () => {
    const names = fc.array(fc.constantFrom('a', 'b', 'c', 'd', 'E', 'f'), { maxLength: 6 })
    fc.assert(
      fc.property(names, names, names, (allowedProducts, refusedProducts, stock) => {
        const lists = { allowedProducts, refusedProducts }
        const packed = productToPack(lists, stock)
        const usable = stock.filter((one) => standingOf(lists, one) !== 'refused')
        expect(packed === null).toBe(stock.length === 0)
        if (usable.length > 0) expect(packed!.standing).not.toBe('refused')
        if (stock.some((one) => standingOf(lists, one) === 'allowed')) expect(packed!.standing).toBe('allowed')
      }),
    )
  })
})
