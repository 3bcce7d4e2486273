<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import CommitInput from '@/design/CommitInput.vue'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import { changePercent, counted, number, percent, readNumber } from '@/design/format'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import HandedOver from './HandedOver.vue'

/** Every method that fits on one axis with the price, and what they say together. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
const notices = useNotices()
/** Weights are an opinion on methods, not on a company: they go along to the next. */
const weights = useLocalStorage<Record<string, number>>('value weights', {})
const own = computed(() => Object.keys(weights.value).length > 0)
/** Margins of safety of one's own, for every company; none for the usual ones. */
const margins = useLocalStorage<number[]>('margins of safety', [])
function setMargins(text: string): void {
  const read = text
    .split(/[,;\s]+/)
    .filter(Boolean)
    .map((part) => readNumber(part.replace('%', '')))
  if (read.some((of) => of === null || of < 0 || of >= 100) || read.length > 20)
    notices.fail('Write up to twenty margins from 0 to below 100 per cent with commas between them, such as 10, 25, 40.')
  else margins.value = (read as number[]).map((of) => of / 100)
}
const { state, reload } = useAnswer(
  'values',
  () => ({
    ticker: props.ticker,
    query: session.asOf ? { as_of: session.asOf } : {},
    body: {
      ...(own.value ? { weights: weights.value } : {}),
      ...(margins.value.length ? { margins: margins.value } : {}),
    },
  }),
  ({ ticker, query, body }, signal) =>
    Object.keys(body).length
      ? ask(api.POST('/companies/{ticker}/values', { params: { path: { ticker }, query }, body, signal }))
      : ask(api.GET('/companies/{ticker}/values', { params: { path: { ticker }, query }, signal })),
)
const data = computed(() => state.value.data)
type Method = Schemas['ValueSummary']['methods'][number]
const fitting = computed(() => (data.value?.methods ?? []).filter((of) => of.fits))
const others = computed(() => (data.value?.methods ?? []).filter((of) => !of.fits))
/** Methods that are refused for the same reason share its line. */
const reasons = computed(() => {
  const by = new Map<string, Method[]>()
  for (const of of others.value) by.set(of.why_not ?? '', [...(by.get(of.why_not ?? '') ?? []), of])
  return [...by]
})
const shown = ref(false)
watch(
  () => props.ticker,
  () => (shown.value = false),
)
function weigh(of: Method, text: string): void {
  const read = readNumber(text)
  if (read === null || read < 0) {
    notices.fail('A weight is a number from 0 up, such as 2.')
    return
  }
  const before = { ...weights.value }
  const now = own.value ? { ...weights.value } : Object.fromEntries(fitting.value.map((one) => [one.key, one.weight]))
  now[of.key] = read
  weights.value = now
  notices.say(`${of.label} weighs ${number(read, read % 1 ? 2 : 0)}.`, () => {
    weights.value = before
  })
}
/** What else stands on the axis: what houses expect, and what one thought before. */
interface Beside {
  key: string
  label: string
  low: number | null
  centre: number | null
  high: number | null
  id: number | null
  method: string
}
const beside = computed<Beside[]>(() => {
  const of = data.value
  if (!of) return []
  const target = { key: 'target', label: 'Targets of houses', low: of.target_low, centre: of.target_mean, high: of.target_high }
  return [
    ...(of.target_mean === null ? [] : [{ ...target, id: null, method: '' }]),
    ...of.earlier
      .filter((one) => one.centre !== null)
      .slice(0, 8)
      .map((one) => ({ ...one, key: `kept ${one.id}`, label: `${one.forced ? '⚑ forced: ' : ''}${one.name}, ${one.as_of}` })),
  ]
})
/** Where a kept value is opened again. */
const opened = (of: Beside) => ({
  name: 'value',
  params: {
    ticker: props.ticker,
    view: of.method === 'dcf' ? 'cash-flow' : ['peers', 'transactions'].includes(of.method) ? '' : of.method,
  },
  query: ['peers', 'transactions'].includes(of.method) ? {} : { valuation: of.id },
})
/** From the lowest to the highest of all that is drawn; a few far out do not press the rest together. */
const ends = computed(() => {
  const of = data.value
  const centres = fitting.value.flatMap((one) => (one.centre === null ? [] : [one.centre])).sort((a, b) => a - b)
  if (!of || !centres.length) return { low: 0, high: 1 }
  const price = of.price ?? centres[0]!
  const kept = beside.value.flatMap((one) => (one.centre === null ? [] : [one.centre]))
  const all = [...centres, ...kept, price, of.year_low ?? price, of.year_high ?? price].filter((one) => one > -price && one < 4 * price)
  const low = Math.min(...all)
  const high = Math.max(...all)
  const room = 0.08 * (high - low || 1)
  return { low: Math.max(low - room, Math.min(0, low)), high: high + room }
})
const at = (value: number): number => Math.min(100, Math.max(0, (100 * (value - ends.value.low)) / (ends.value.high - ends.value.low || 1)))
const ticks = computed(() => {
  const span = ends.value.high - ends.value.low
  const raw = span / 5
  const size = 10 ** Math.floor(Math.log10(raw || 1))
  const step = [1, 2, 5, 10].map((of) => of * size).find((of) => of >= raw) ?? raw
  const first = Math.ceil(ends.value.low / step) * step
  return Array.from({ length: Math.floor((ends.value.high - first) / step) + 1 }, (_, i) => first + i * step)
})
const each = (of: number | null): string => (of === null ? '–' : number(of, 2))
const spoken = (of: Method): string => `${of.label}: ${each(of.low)} to ${each(of.high)}, centre ${each(of.centre)}`
type Buy = Schemas['ValueSummary']['buy_below'][number]
const YEARS: Record<number, string> = { 252: '1 year', 756: '3 years', 1260: '5 years' }
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <template v-if="data">
      <div class="head">
        <strong class="centre" data-testid="centre">{{ each(data.centre) }}</strong>
        <span class="quiet">{{
          data.used
            ? `${data.currency} a share in the weighted middle of ${counted(data.used, 'method')}`
            : 'Nothing is weighed: each method stands by itself'
        }}</span>
        <strong v-if="data.upside !== null" :class="data.upside >= 0 ? 'better' : 'worse'"
          >{{ data.upside >= 0 ? '▲' : '▼' }} {{ percent(Math.abs(data.upside)) }} % {{ data.upside >= 0 ? 'above' : 'below' }} the price of
          {{ each(data.price) }}</strong
        >
        <v-btn v-if="own" size="small" @click="weights = {}">The usual weights</v-btn>
        <v-btn v-if="data.used" size="small" @click="weights = Object.fromEntries(fitting.map((of) => [of.key, 0]))">No weights</v-btn>
      </div>
      <p v-if="data.disagree" class="attention">
        ⚑ An average of disagreement: the highest and the lowest lie {{ percent(data.dispersion ?? 0, 0) }} % of the middle apart. Ask which
        of them is wrong before you trust it.
      </p>
      <p v-else-if="data.dispersion !== null" class="quiet">
        The highest and the lowest lie {{ percent(data.dispersion, 0) }} % of the middle apart.
      </p>
      <p v-if="data.believe">What the price asks one to believe: {{ data.believe }}</p>
      <p v-if="!fitting.length" class="quiet">No method has what it needs on this day. Each says below what it lacks.</p>
      <div v-else class="axis" role="table" aria-label="Value a share by method">
        <div class="line scale" role="row">
          <span role="columnheader">Method</span>
          <span class="track" role="columnheader" aria-label="Low, centre and high">
            <i v-for="tick in ticks" :key="tick" class="tick" :style="{ left: `${at(tick)}%` }">{{
              number(tick, ticks.some((of) => of % 1) ? 1 : 0)
            }}</i>
          </span>
          <span role="columnheader">Low</span><span role="columnheader">Centre</span><span role="columnheader">High</span>
          <span role="columnheader">Weight</span>
        </div>
        <div v-for="of in fitting" :key="of.key" class="line" role="row">
          <span role="cell"
            ><router-link :to="{ name: 'value', params: { ticker, view: of.key } }" :title="of.purpose">{{ of.label }}</router-link
            ><span v-if="of.why_not" class="attention" :title="of.why_not"> ⚑ owes more than that</span></span
          >
          <span class="track" role="cell" :aria-label="spoken(of)">
            <i
              v-if="data.year_low !== null && data.year_high !== null"
              class="year"
              :style="{ left: `${at(data.year_low)}%`, width: `${at(data.year_high) - at(data.year_low)}%` }"
            />
            <i v-if="data.price !== null" class="price" :style="{ left: `${at(data.price)}%` }" />
            <i v-if="data.target_mean !== null" class="target" :style="{ left: `${at(data.target_mean)}%` }" />
            <i
              v-if="of.low !== null || of.high !== null"
              class="span"
              :class="{ unweighed: of.weight === 0 }"
              :style="{
                left: `${at(of.low ?? of.centre!)}%`,
                width: `${Math.max(0.4, at(of.high ?? of.centre!) - at(of.low ?? of.centre!))}%`,
              }"
            />
            <i v-if="of.centre !== null" class="middle" :class="{ unweighed: of.weight === 0 }" :style="{ left: `${at(of.centre)}%` }" />
          </span>
          <span class="quiet" role="cell">{{ each(of.low) }}</span>
          <span role="cell">{{ each(of.centre) }}</span>
          <span class="quiet" role="cell">{{ each(of.high) }}</span>
          <span role="cell"
            ><CommitInput
              class="assumption weight"
              :aria-label="`Weight of ${of.label}`"
              :model-value="number(of.weight, of.weight % 1 ? 2 : 0)"
              @update:model-value="(text: string) => weigh(of, text)"
          /></span>
        </div>
        <div v-for="of in beside" :key="of.key" class="line beside" role="row">
          <span role="cell"
            ><router-link v-if="of.id !== null" :to="opened(of)">{{ of.label }}</router-link
            ><template v-else>{{ of.label }}</template></span
          >
          <span class="track" role="cell" :aria-label="`${of.label}: ${each(of.low)} to ${each(of.high)}, centre ${each(of.centre)}`">
            <i v-if="data.price !== null" class="price" :style="{ left: `${at(data.price)}%` }" />
            <i
              v-if="of.low !== null && of.high !== null"
              class="span"
              :style="{ left: `${at(of.low)}%`, width: `${Math.max(0.4, at(of.high) - at(of.low))}%` }"
            />
            <i v-if="of.centre !== null" class="middle" :style="{ left: `${at(of.centre)}%` }" />
          </span>
          <span class="quiet" role="cell">{{ each(of.low) }}</span>
          <span role="cell">{{ each(of.centre) }}</span>
          <span class="quiet" role="cell">{{ each(of.high) }}</span>
          <span role="cell" />
        </div>
        <p class="quiet">
          The line is the price, the band where it stood in the last year{{
            data.target_mean === null ? '' : ', the dashes what houses expect'
          }}. Pale methods weigh nothing; below them stands what houses aim at and what you kept.
        </p>
      </div>
      <section v-if="others.length" class="mt-4">
        <v-btn size="small" :aria-expanded="shown" @click="shown = !shown"
          >{{ shown ? 'Hide' : 'Show' }} {{ counted(others.length, 'method') }} that {{ others.length === 1 ? 'does' : 'do' }} not
          fit</v-btn
        >
        <ul v-if="shown">
          <li v-for="[why, methods] in reasons" :key="why">
            <template v-for="(of, i) in methods" :key="of.key"
              >{{ i ? ', ' : ''
              }}<router-link :to="{ name: 'value', params: { ticker, view: of.key } }">{{ of.label }}</router-link></template
            ><span class="quiet">: {{ why }}</span>
          </li>
        </ul>
      </section>
      <section v-if="data.centre !== null && data.centre > 0" class="mt-6 buy">
        <h2>Buy below</h2>
        <label class="quiet"
          >Room for error, %
          <CommitInput
            class="assumption margins"
            aria-label="Margins of safety, per cent"
            :model-value="
              data.buy_below.map((of) => percent(of.margin, of.margin * 100 !== Math.round(of.margin * 100) ? 1 : 0)).join(', ')
            "
            @update:model-value="setMargins" /></label
        ><v-btn v-if="margins.length" size="x-small" @click="margins = []">The usual ones</v-btn>
        <SheetTable
          label="Buy below"
          :columns="[
            { key: 'margin', head: 'Room for error', of: (of: Buy) => `${percent(of.margin, 0)} %` },
            { key: 'price', head: `Price, ${data.currency}`, of: (of: Buy) => each(of.price) },
            {
              key: 'from',
              head: 'From today’s',
              of: (of: Buy) => (of.price === null || !data!.price ? '–' : changePercent(of.price / data!.price - 1)),
            },
            ...[0, 1, 2].map((i) => ({
              key: `days ${i}`,
              head: `Days below, ${YEARS[data!.buy_below[0]!.share_of_days[i]!.days]}`,
              of: (of: Buy) => (of.share_of_days[i]!.share === null ? '–' : `${percent(of.share_of_days[i]!.share!)} %`),
            })),
          ]"
          :rows="data.buy_below"
          :row-key="(of) => of.margin"
          :row-class="(of) => (of.below_now ? 'met' : undefined)"
        />
        <router-link class="decide" :to="{ name: 'decide', params: { ticker }, query: { value: data.centre.toFixed(2) } }"
          >Decide on {{ each(data.centre) }}</router-link
        >
      </section>
      <HandedOver class="mt-6" :ticker="ticker" :price="data.price" />
    </template>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: calc(var(--space) * 3);
}
.centre {
  font-family: 'Source Serif 4 Variable', serif;
  font-size: var(--type-display);
  line-height: 1.1;
}
.axis {
  margin-top: calc(var(--space) * 4);
}
.line {
  display: grid;
  grid-template-columns: 290px minmax(200px, 1fr) repeat(3, 66px) 62px;
  gap: calc(var(--space) * 3);
  align-items: center;
  min-height: 28px;
  border-bottom: 1px solid rgba(var(--v-theme-on-surface), 0.08);
}
.line > :nth-child(n + 3) {
  text-align: right;
}
.line > :first-child {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.scale {
  font-size: var(--type-fine);
  color: rgb(var(--v-theme-quiet));
}
.track {
  position: relative;
  height: 28px;
}
.track i {
  position: absolute;
  font-style: normal;
}
.tick {
  top: 6px;
  transform: translateX(-50%);
}
.year {
  top: 0;
  bottom: 0;
  background: rgb(var(--v-theme-quiet));
  opacity: 0.1;
}
.price {
  top: 0;
  bottom: 0;
  border-left: 1.5px solid rgb(var(--v-theme-on-surface));
}
.target {
  top: 0;
  bottom: 0;
  border-left: 1.5px dashed rgb(var(--v-theme-accent));
}
.span {
  top: 11px;
  height: 6px;
  background: rgb(var(--v-theme-primary));
  opacity: 0.35;
}
.middle {
  top: 8px;
  width: 4px;
  height: 12px;
  transform: translateX(-50%);
  background: rgb(var(--v-theme-primary));
}
.beside .span,
.beside .middle {
  background: rgb(var(--v-theme-accent));
}
.unweighed {
  opacity: 0.18;
}
.weight {
  width: 3.6em;
}
.buy {
  max-width: 760px;
}
.margins {
  width: 16em;
}
.decide {
  display: inline-block;
  margin-top: calc(var(--space) * 2);
}
.buy :deep(.met td) {
  color: rgb(var(--v-theme-better));
}
ul {
  list-style: none;
  padding: 0;
}
</style>
