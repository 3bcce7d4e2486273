<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask } from '@/api/client'
import { useAnswer } from '@/api/answer'
import type { Happening, Overlay } from '@/design/chart/series'
import ChoiceField from '@/design/ChoiceField.vue'
import LoadState from '@/design/LoadState.vue'
import { amount, counted, number } from '@/design/format'
import { useSession } from '@/stores/session'
import { useNotices } from '@/stores/notices'
import { barOf, KINDS, opens } from './happenings'
import LevelsPanel from './LevelsPanel.vue'
import { averageName, chosen, panesOf, seriesOf, SPANS, STUDIES } from './priceChart'
import PeriodChoice from './PeriodChoice.vue'
import { useDrawnLines } from './drawnLines'

// Charts weigh more than all the rest; they come when one is drawn.
const ChartFrame = defineAsyncComponent(() => import('@/design/ChartFrame.vue'))

/** Prices as bars or a line, with averages, studies, levels found and drawn, and what happened. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
const router = useRouter()
const notices = useNotices()
const asOf = computed(() => (session.asOf ? { as_of: session.asOf } : {}))

const { state, reload } = useAnswer(
  'market',
  () => ({
    ticker: props.ticker,
    asOf: asOf.value,
    span: chosen.value.span,
    over: chosen.value.period,
    averages: chosen.value.averages.join(','),
    studies: chosen.value.studies.join(','),
  }),
  ({ ticker, asOf, ...query }, signal) =>
    ask(api.GET('/companies/{ticker}/market', { params: { path: { ticker }, query: { ...query, ...asOf } }, signal })),
)
const happened = useAnswer(
  'happenings',
  () => ({ ticker: props.ticker, asOf: asOf.value, wanted: chosen.value.happenings }),
  ({ ticker, asOf, wanted }, signal) =>
    wanted
      ? ask(
          api.GET('/companies/{ticker}/timeline', {
            params: { path: { ticker }, query: { kinds: 'report,broker,insider,dividend,shares,note,decision', ...asOf } },
            signal,
          }),
        )
      : null,
)
const lines = useDrawnLines(() => props.ticker)

const market = computed(() => state.value.data)
const panes = computed(() => (market.value ? panesOf(market.value, chosen.value.logarithmic) : []))
const series = computed(() => (market.value ? seriesOf(market.value, chosen.value.shape, chosen.value.dividends) : []))
const height = computed(() => 400 + 84 * Math.max(0, panes.value.length - 2))
const withDividends = computed(() => chosen.value.dividends && market.value?.with_dividends !== null)

const happenings = computed<Happening[]>(() => {
  const labels = market.value?.labels ?? []
  const told = chosen.value.happenings ? (happened.state.value.data?.items ?? []) : []
  const crosses = (market.value?.crosses ?? []).map((cross): Happening => ({
    label: cross.label,
    kind: 'Crosses',
    title: `${averageName(cross.shorter)} goes ${cross.up ? 'above' : 'below'} ${averageName(cross.longer).toLowerCase()}`,
    symbol: 'triangle',
    down: !cross.up,
  }))
  return [
    ...told.flatMap((item): Happening[] => {
      const label = barOf(item.day, labels)
      const kind = KINDS.find((of) => of.key === item.kind)
      return label === null || !kind ? [] : [{ label, kind: kind.key, title: `${item.day}: ${item.title}`, symbol: kind.symbol }]
    }),
    ...(withDividends.value ? [] : crosses),
  ]
})
function open(of: Happening): void {
  const place = opens(of.kind, props.ticker, of.title.slice(0, 10))
  if (place) void router.push(place)
}

/** Lines are of prices as traded; over prices with dividends they would stand elsewhere. */
const overlays = computed<Overlay[]>(() => {
  const data = market.value
  if (!data || withDividends.value) return []
  const label = (day: string | null): string | null => (day === null ? null : barOf(day, data.labels))
  const found = [data.found.support, data.found.resistance].flatMap((level, i): Overlay[] =>
    level && chosen.value.levels
      ? [
          {
            name: `${i ? 'Next above' : 'Next below'} ${number(level.price, 2)}, ${counted(level.touches, 'touch', 'touches')}`,
            from: { label: null, value: level.price },
            own: false,
            below: i === 0,
          },
        ]
      : [],
  )
  const own = lines.drawn.value.flatMap((line): Overlay[] => {
    if (line.to_day === null || line.to_price === null)
      return [{ name: line.name, from: { label: null, value: line.from_price }, own: true }]
    const [from, to] = [label(line.from_day), label(line.to_day)]
    return from && to
      ? [{ name: line.name, from: { label: from, value: line.from_price }, to: { label: to, value: line.to_price }, own: true }]
      : []
  })
  return [...found, ...own]
})

const drawing = computed(() => lines.drawing.value !== null)
async function picked(point: { label: string; value: number }): Promise<void> {
  try {
    await lines.pick(point.label.slice(0, 10), point.value)
  } catch (error) {
    notices.fail(error)
  }
}

const length = ref(100)
const kind = ref<'s' | 'e'>('s')
const KINDS_OF_AVERAGE: ['s' | 'e', string][] = [
  ['s', 'Mean of'],
  ['e', 'Exponential mean of'],
]
function add(): void {
  const key = `${kind.value}${Math.round(length.value)}`
  if (!(length.value >= 2 && length.value <= 1000)) {
    notices.fail('An average goes over 2 to 1000 bars.')
  } else if (chosen.value.averages.length >= 8) {
    notices.fail('Eight averages are drawn at most. Take one away first.')
  } else if (!chosen.value.averages.includes(key)) {
    chosen.value.averages = [...chosen.value.averages, key]
  }
}
const remove = (key: string) => (chosen.value.averages = chosen.value.averages.filter((of) => of !== key))
const show = (value: number, unit: string): string => (unit === 'shares' ? amount(value) : number(value, unit === '' ? 1 : 2))
</script>

<template>
  <div>
    <div class="choices">
      <PeriodChoice v-model="chosen.period" />
      <v-btn-toggle role="group" v-model="chosen.span" mandatory aria-label="A bar is of"
        ><v-btn
          v-for="[key, word] in SPANS"
          :key="key"
          :value="key"
          size="small"
          :disabled="key === 'hour' && market?.has_hours === false"
          :aria-pressed="chosen.span === key"
          >{{ word }}</v-btn
        ></v-btn-toggle
      >
      <v-btn-toggle role="group" v-model="chosen.shape" mandatory aria-label="Drawn as"
        ><v-btn value="wedges" size="small" :aria-pressed="chosen.shape === 'wedges'">Bars</v-btn
        ><v-btn value="line" size="small" :aria-pressed="chosen.shape === 'line'">Line</v-btn></v-btn-toggle
      >
      <v-btn size="small" :aria-pressed="chosen.logarithmic" @click="chosen.logarithmic = !chosen.logarithmic">Logarithmic</v-btn>
      <v-btn size="small" :aria-pressed="chosen.dividends" :disabled="chosen.span === 'hour'" @click="chosen.dividends = !chosen.dividends"
        >With dividends</v-btn
      >
    </div>
    <div class="choices">
      <span class="averages">
        <v-btn v-for="key in chosen.averages" :key="key" size="small" :aria-label="`${averageName(key)} ×: take away`" @click="remove(key)"
          >{{ averageName(key) }} ×</v-btn
        >
        <ChoiceField v-model="kind" :choices="KINDS_OF_AVERAGE" name="Kind of average" />
        <input v-model.number="length" class="assumption bars" aria-label="Bars of the average" @keydown.stop @keydown.enter="add" />
        <v-btn size="small" @click="add">Add</v-btn>
      </span>
      <v-btn-toggle role="group" v-model="chosen.studies" multiple :mandatory="false" aria-label="Studies"
        ><v-btn v-for="[key, word] in STUDIES" :key="key" :value="key" size="small" :aria-pressed="chosen.studies.includes(key)">{{
          word
        }}</v-btn></v-btn-toggle
      >
      <v-btn size="small" :aria-pressed="chosen.happenings" @click="chosen.happenings = !chosen.happenings">What happened</v-btn>
    </div>
    <LoadState :state="state" @again="reload" />
    <template v-if="market">
      <p v-if="!market.labels.length" class="quiet">
        No bars of this span are known for the period. Choose a longer one{{ market.has_hours ? '' : ', or days' }}.
      </p>
      <ChartFrame
        v-else
        :title="`${ticker}: price, ${market.currency}`"
        :labels="market.labels"
        :series="series"
        :panes="panes"
        :overlays="overlays"
        :happenings="happenings"
        :height="height"
        :picking="drawing"
        :show="show"
        brush
        @pick="picked"
        @happening="open"
      />
      <p class="quiet">
        Prices as they are counted after all splits.<template v-if="market.unfinished"> The last bar has trading days to come.</template>
        <template v-if="happenings.length">● reports, ■ houses, ▲ insiders and crosses, ◆ dividends.</template>
        Drag the strip, or hold ctrl and turn the wheel, to see a part.
      </p>
      <LevelsPanel :ticker="ticker" :market="market" :lines="lines" :hidden-levels="!chosen.levels" @levels="chosen.levels = $event" />
    </template>
  </div>
</template>

<style scoped>
.averages {
  display: inline-flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--space);
}
.bars {
  width: 3.5em;
}
</style>
