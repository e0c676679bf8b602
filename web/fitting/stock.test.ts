import { describe, expect, test } from '@jest/globals'
import { textOf } from '../i18n.ts'
import '../test/allTexts.ts'
import { stripSvg } from './sheet.ts'
import { guessMapping, missingFields, readRows, readTable } from './stock.ts'

const rowsOf = (text: string) => {
  const read = readTable(text)
  if (!read.ok) throw new Error(read.reason)
  return readRows(read.table, guessMapping(read.table.columns))
}

describe('stock list', () => {
  test('finds its columns by their headings, in any order and with any of three separators', () => {
    expect(guessMapping(['Ball', 'Coverstock', 'RG', 'Diff', 'Int. diff', 'Box finish', 'Qty', 'Colour'])).toEqual({
      name: 'Ball',
      cover: 'Coverstock',
      rgIn: 'RG',
      differentialIn: 'Diff',
      intermediateDifferentialIn: 'Int. diff',
      factoryGrit: 'Box finish',
      hardnessD: null,
      weightLb: null,
      inStock: 'Qty',
    })
    for (const separator of [',', ';', '\t']) {
      const text = ['Cover,Name,RG,Differential', 'Pearl reactive,Gannet,2.48,0.05']
        .join('\r\n')
        .replaceAll(',', separator)
      expect(rowsOf(text)).toEqual([
        {
          line: 2,
          name: 'Gannet',
          problems: [],
          row: expect.objectContaining({
            name: 'Gannet',
            cover: 'pearl',
            rgIn: 2.48,
            differentialIn: 0.05,
            inStock: 0,
          }),
        },
      ])
    }
  })

  test('a German list finds its columns and covers too', () => {
    const rows = rowsOf(
      [
        'Artikel;Belag;Härte;RG;Diff;Werksoberfläche;Gewicht;Bestand',
        'Gannet;Solid Reaktiv;74;2,48;0,05;2000;15;2',
        'Fulmar;Perl;;;;;;0',
        'Kittiwake;Urethan;;;;;;',
        'Dunlin;Plastik;;;;;;1',
      ].join('\n'),
    )
    expect(rows.map(({ row }) => row && [row.name, row.cover, row.inStock])).toEqual([
      ['Gannet', 'solid', 2],
      ['Fulmar', 'pearl', 0],
      ['Kittiwake', 'urethane', 0],
      ['Dunlin', 'polyester', 1],
    ])
    expect(rows[0]!.row).toMatchObject({
      hardnessD: 74,
      rgIn: 2.48,
      differentialIn: 0.05,
      factoryGrit: 2000,
      weightLb: 15,
    })
  })

  test('a row needs a name and a cover: a list without their columns says which is wanting', () => {
    expect(missingFields(guessMapping(['RG', 'Diff']))).toEqual(['name', 'cover'])
    expect(missingFields(guessMapping(['Ball', 'RG']))).toEqual(['cover'])
    expect(missingFields(guessMapping(['Ball', 'Cover']))).toEqual([])
  })

  test('every wrong row is told with its line, field and range; the others stand', () => {
    const rows = rowsOf(
      [
        'name,cover,rgIn,differentialIn,intermediateDifferentialIn,weightLb,inStock',
        'Sound,solid,2.5,0.05,0.01,15,2',
        ',solid,2.5,0.05,,15,1',
        'Odd cover,granite,2.5,0.05,,15,1',
        'Swapped,solid,0.05,2.5,,15,1',
        'Heavy,solid,2.5,0.05,,19,1',
        '=1+1,solid,=2.5,0.05,,15,1',
        'sound,hybrid,2.5,0.05,,15,1',
        'Sound,solid,2.5,0.05,,14,1',
        'Int first,solid,2.5,0.01,0.04,15,1',
      ].join('\n'),
    )
    expect(rows.map(({ line, problems }) => [line, problems.map((one) => one.path)])).toEqual([
      [2, []],
      [3, ['name']],
      [4, ['cover']],
      [5, ['rgIn', 'differentialIn']],
      [6, ['weightLb']],
      [7, ['rgIn']],
      [8, ['name']],
      [9, []],
      [10, ['differentialIn']],
    ])
    expect(textOf(rows[4]!.problems[0]!.said)).toBe('Weight: 6 to 16 lb')
  })

  test.each([
    ['one column\nx', 'no-header'],
    ['name,cover', 'no-rows'],
    [`name,cover\n${'a,solid\n'.repeat(20_000)}`, 'too-many-rows'],
    ['name,cover\nb\u0000d,solid', 'not-text'],
    ['name,cover\nb\uFFFDd,solid', 'not-text'],
  ])('tells why %#', (text, reason) => expect(readTable(text)).toMatchObject({ ok: false, reason }))
})

test('the 1:1 strips are as long as they say, and the ruler is six inches', () => {
  const svg = stripSvg({
    ...{
      title: 'Drill sheet',
      ball: 'Gannet <2>',
      customer: 'Odda',
      left: false,
      madeOn: '',
      marks: { pin: 'pin', psa: 'PSA', pap: 'PAP' },
    },
    ...{ holes: [], rows: [], steps: [], cautions: [] },
    layout: { drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: 35 },
    pap: { overIn: 5, upIn: 0.5 },
    figures: {
      ...{ pin: { overIn: 1.25, upIn: 3.75 }, psa: { overIn: 2, upIn: -3 }, pinToGripCentreIn: 3.875 },
      ...{ pinAboveMidlineIn: 3.75, pinToCentrelineIn: 1, psaToGripCentreIn: 4, cgToGripCentreIn: null },
      ...{ psaToPapIn: 4.2, pinBufferIn: 2.2, pinPlace: 'up', holes: [] },
    },
  })
  const lengths = [...svg.matchAll(/<line x1="([\d.]+)" x2="([\d.]+)" y1="([\d.]+)" y2="([\d.]+)"/g)]
    .filter(([, , , y1, y2]) => y1 === y2)
    .map(([, x1, x2]) => (Number(x2) - Number(x1)) / 25.4)
  expect(lengths.slice(0, 5)).toEqual([5, 0.5, 1.25, 3.75, 4.5].map((inches) => expect.closeTo(inches, 6)))
  const width = Number(/width="([\d.]+)mm"/.exec(svg)![1])
  expect(Number(/viewBox="0 0 ([\d.]+)/.exec(svg)![1])).toBe(width)
  expect(svg).toContain('Gannet &lt;2>')
  expect(svg).toContain('>6</text>')
})
