import { computed, reactive } from 'vue'
import type { Schemas } from '@/api/client'
import { conditions, fromEntry, toEntry, type Criterion } from './criterion'

export type Definition = Schemas['ScreenDefinition']
export type Universe = Record<string, unknown>

/** How the table of survivors is looked at; it travels with a link, not with the screen. */
export interface TableView {
  widths: Record<string, number>
  /** Columns after the company that stay when one scrolls sideways. */
  frozen: number
  shaded: boolean
  lines: string[]
}

export const GROUP_LINES: { key: keyof Omit<Schemas['GroupLine'], 'count'>; word: string }[] = [
  { key: 'median', word: 'Median' },
  { key: 'mean', word: 'Mean' },
  { key: 'weighted_mean', word: 'Mean by market value' },
  { key: 'lower_quartile', word: 'Lower quartile' },
  { key: 'upper_quartile', word: 'Upper quartile' },
]

const plainRanking = (): Schemas['Ranking'] => ({
  components: [
    { formula: 'return_on_invested_capital', weight: 1, better: 'higher' },
    { formula: 'price_to_earnings', weight: 1, better: 'lower' },
  ],
  combination: 'percentile',
  within: 'universe',
  missing: 'leave_out',
})
const plainRegression = (): Schemas['Regression'] => ({
  dependent: { formula: 'price_to_earnings', log: true },
  regressors: [{ formula: 'revenue_growth_5y', log: false }],
})

const first = (): Definition => ({
  name: 'Quiet compounders',
  belief: 'The market pays too little attention to companies that earn high returns, owe little and simply go on.',
  literature: '',
  universe: {},
  criteria: [
    'return_on_invested_capital > 0.15',
    'net_debt_to_ebitda < 1.5',
    'price_to_earnings < 15',
    'median_traded_value_3m > 300000',
  ].map((formula) => ({ formula, active: true })),
  columns: ['market_cap', 'price_to_earnings', 'return_on_invested_capital', 'net_debt_to_ebitda', 'revenue_growth_5y', 'dividend_yield'],
  sort: [{ column: 'return_on_invested_capital', direction: 'descending' }],
  set_aside: [],
})

/** The screen on the page, and its definition as the server and files know it. */
export function useScreen() {
  const screen = reactive({
    name: '',
    belief: '',
    literature: '',
    universe: {} as Universe,
    criteria: [] as Criterion[],
    columns: [] as string[],
    sort: [] as { column: string; direction: string }[],
    setAside: [] as { ticker: string; reason: string }[],
    ranking: plainRanking(),
    regression: plainRegression(),
  })
  const view = reactive<TableView>({ widths: {}, frozen: 0, shaded: false, lines: [] })

  function use(definition: Definition): void {
    screen.name = definition.name ?? ''
    screen.belief = definition.belief ?? ''
    screen.literature = definition.literature ?? ''
    screen.universe = { ...(definition.universe as Universe) }
    screen.criteria = (definition.criteria ?? []).map(fromEntry)
    screen.columns = [...(definition.columns ?? [])]
    screen.sort = (definition.sort ?? []).map((entry) =>
      typeof entry === 'string'
        ? { column: (entry as string).replace(/^-/, ''), direction: (entry as string).startsWith('-') ? 'descending' : 'ascending' }
        : { ...entry },
    )
    screen.setAside = [...(definition.set_aside ?? [])]
    screen.ranking = definition.ranking ?? plainRanking()
    screen.regression = definition.regression ?? plainRegression()
  }
  use(first())

  const definition = computed<Definition>(() => ({
    version: 2,
    name: screen.name,
    belief: screen.belief,
    literature: screen.literature,
    universe: screen.universe,
    criteria: screen.criteria.map(toEntry),
    columns: screen.columns,
    sort: screen.sort,
    set_aside: screen.setAside,
  }))
  /** What is saved: the screen with its ranking and regression, which change nothing about who survives. */
  const whole = computed<Definition>(() => ({ ...definition.value, ranking: screen.ranking, regression: screen.regression }))
  const usable = computed(() =>
    screen.criteria.flatMap(conditions).every((entry) => (entry.against === 'formula' ? entry.formula.trim() !== '' : entry.metric !== '')),
  )
  return { screen, view, definition, whole, usable, use }
}

/** A view as a piece of an address: compressed JSON, so that a link needs nothing stored. */
export async function encode(value: unknown): Promise<string> {
  const stream = new Blob([JSON.stringify(value)]).stream().pipeThrough(new CompressionStream('deflate-raw'))
  const bytes = new Uint8Array(await new Response(stream).arrayBuffer())
  return btoa(String.fromCharCode(...bytes))
    .replaceAll('+', '-')
    .replaceAll('/', '_')
    .replace(/=+$/, '')
}

export async function decode(text: string): Promise<unknown> {
  const bytes = Uint8Array.from(atob(text.replaceAll('-', '+').replaceAll('_', '/')), (letter) => letter.charCodeAt(0))
  const stream = new Blob([bytes]).stream().pipeThrough(new DecompressionStream('deflate-raw'))
  return JSON.parse(await new Response(stream).text())
}
