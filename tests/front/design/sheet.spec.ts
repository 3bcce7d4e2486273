import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import SheetTable from '@/design/SheetTable.vue'
import { columnsOf } from '@/design/sheet'

type Company = { ticker: string; value: number | null; past: number[] }
const COMPANIES: Company[] = [
  { ticker: 'AAQO', value: 12, past: [1, 2] },
  { ticker: 'BRSW', value: null, past: [3, 4] },
  { ticker: 'CLDT', value: 40, past: [5, 6] },
]
const columns = [
  { key: 'ticker', head: 'Company', of: (row: Company) => row.ticker, by: (row: Company) => row.ticker },
  { key: 'value', head: 'Value', of: (row: Company) => row.value ?? '–', by: (row: Company) => row.value },
  { key: 'kind', head: 'Kind', of: () => 'share', class: 'left' },
]
const table = (more: Record<string, unknown> = {}, slots: Record<string, string> = {}) =>
  mount(SheetTable<Company>, { props: { columns, rows: COMPANIES, rowKey: (row: Company) => row.ticker, ...more } as never, slots })
const column = (host: ReturnType<typeof table>, n: number) => host.findAll(`tbody tr > *:nth-child(${n})`).map((cell) => cell.text())

describe('a table of figures', () => {
  it('names each row in its first cell', () => {
    const host = table()
    expect(host.findAll('tbody th[scope=row]').map((head) => head.text())).toEqual(['AAQO', 'BRSW', 'CLDT'])
    expect(host.findAll('thead th').map((head) => head.text())).toEqual(['Company', 'Value', 'Kind'])
    expect(host.find('tbody td.left').text()).toBe('share')
  })

  it('sorts by a head, the missing last either way, and only where it can', async () => {
    const host = table()
    const head = host.findAll('thead button')
    expect(head.map((button) => button.text())).toEqual(['Company', 'Value'])
    await head[1]!.trigger('click')
    expect(column(host, 1)).toEqual(['CLDT', 'AAQO', 'BRSW'])
    expect(host.findAll('thead th')[1]!.attributes('aria-sort')).toBe('descending')
    await host.findAll('thead button')[1]!.trigger('click')
    expect(column(host, 1)).toEqual(['AAQO', 'CLDT', 'BRSW'])
    await host.findAll('thead button')[1]!.trigger('click')
    expect(column(host, 1)).toEqual(['AAQO', 'BRSW', 'CLDT'])
  })

  it('fills cells by slots, one row under another, and rows at the end', () => {
    const host = table(
      {
        columns: [{ key: 'ticker', head: '', of: (row: Company) => row.ticker }, ...columnsOf<Company>([2024, 2025])],
        isOpen: (row: Company) => row.ticker === 'BRSW',
      },
      {
        cell: '<template #cell="{ row, column }"><b>{{ row.past[column] }}</b></template>',
        under: '<template #under="{ row }">more of {{ row.ticker }}</template>',
        foot: '<tr class="total"><th>Sum</th></tr>',
      },
    )
    expect(host.findAll('tbody b').map((cell) => cell.text())).toEqual(['1', '2', '3', '4', '5', '6'])
    expect(host.find('tbody td[colspan="3"]').text()).toBe('more of BRSW')
    expect(host.find('tbody tr:last-child').text()).toBe('Sum')
  })

  it('leaves a cell empty whose own slot draws nothing, though there is one for the others', () => {
    const host = table(
      { columns: [...columns.slice(0, 2), { key: 'check', head: 'Check', of: () => 'not asked for' }] },
      {
        cell: '<template #cell="{ row }"><input :aria-label="row.ticker" /></template>',
        'cell-check': '<template #cell-check="{ row }"><template v-for="n in row.value ?? 0" :key="n">!</template></template>',
      },
    )
    expect(host.findAll('input').map((input) => input.attributes('aria-label'))).toEqual(['AAQO', 'BRSW', 'CLDT'])
    expect(column(host, 3).map((text) => text.length)).toEqual([12, 0, 40])
  })

  it('draws only what is in sight of a long table, and says how long it is', () => {
    const rows = Array.from({ length: 5000 }, (_, i) => ({ ticker: `T${i}`, value: i, past: [] }))
    const host = table({ rows, label: 'Companies' })
    expect(host.find('table').attributes('aria-rowcount')).toBe('5001')
    expect(host.findAll('tbody tr').length).toBeLessThan(200)
    expect(host.attributes('aria-label')).toBe('Companies, scrollable')
  })
})
