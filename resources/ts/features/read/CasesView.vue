<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import ChoiceField from '@/design/ChoiceField.vue'
import CommitInput from '@/design/CommitInput.vue'
import LoadState from '@/design/LoadState.vue'
import NumberField from '@/design/NumberField.vue'
import SheetTable from '@/design/SheetTable.vue'
import { columnsOf, type SheetColumn } from '@/design/sheet'
import RangeScale from '@/design/RangeScale.vue'
import { changePercent, number, percent, readNumber, tone } from '@/design/format'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import PriceRail from './PriceRail.vue'

type Cases = Schemas['Cases']
type Key = Cases['cases'][number]['key']
type Wanted = { move: number | null; own: number | null; multiple: number | null }
/** A bad, a middling and a good case of earnings times a multiple, and the price at which the middling one is enough. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
const notices = useNotices()
const KEYS: Key[] = ['bear', 'base', 'bull']
const WORD = { bear: 'Bear', base: 'Base', bull: 'Bull' }
const nothing = (): Wanted => ({ move: null, own: null, multiple: null })
const year = ref(2)
const rate = ref(0.12)
const wanted = reactive<Record<Key, Wanted>>({ bear: nothing(), base: nothing(), bull: nothing() })
const query = computed(() => (session.asOf ? { as_of: session.asOf } : {}))

const { state, reload } = useAnswer(
  'cases',
  () => ({
    ticker: props.ticker,
    as: query.value,
    year: year.value,
    rate: rate.value,
    cases: { bear: { ...wanted.bear }, base: { ...wanted.base }, bull: { ...wanted.bull } },
  }),
  ({ ticker, as, ...body }, signal) =>
    ask(api.POST('/companies/{ticker}/cases', { params: { path: { ticker }, query: as }, body, signal })),
)
const kept = useAnswer(
  'price of interest',
  () => ({ ticker: props.ticker, as: query.value }),
  ({ ticker, as }, signal) => ask(api.GET('/companies/{ticker}/price-of-interest', { params: { path: { ticker }, query: as }, signal })),
)
const interest = computed(() => kept.state.value.data?.kept ?? null)
/** The cases that made the price of interest are what one goes on with. */
function take(of: Record<string, unknown> | undefined): void {
  const cases = (of?.cases ?? {}) as Partial<Record<Key, Wanted>>
  year.value = Number(of?.year ?? 2)
  rate.value = Number(of?.rate ?? 0.12)
  for (const key of KEYS) wanted[key] = { ...nothing(), ...cases[key] }
}
watch(
  () => [props.ticker, interest.value?.kept_on, kept.state.value.status] as const,
  ([ticker, , status], before) => {
    if (ticker !== before?.[0]) take(undefined)
    if (status === 'success' && interest.value && interest.value.ticker === ticker) take(interest.value.cases)
  },
  { immediate: true },
)
const data = computed(() => state.value.data)
const YEARS = computed<[number, string][]>(() =>
  (data.value?.years ?? []).map((of) => [of.year, `${of.end}${of.expected ? '' : ', nothing expected'}`]),
)
function set(key: Key, name: keyof Wanted, text: string): void {
  const read = text.trim() === '' ? null : readNumber(name === 'move' && !text.includes('%') ? `${text}%` : text)
  if (text.trim() !== '' && read === null) {
    notices.fail('Write a number such as 15, 1.25 or −10%.')
    return
  }
  wanted[key] = { ...wanted[key], [name]: read, ...(name === 'move' && read !== null ? { own: null } : {}) }
}
const shown = (of: number | null, digits = 2): string => (of === null ? '–' : number(of, digits))
const ASKED = { move: 'moved by per cent', own: 'own earnings a share', multiple: 'multiple' }
type Asked = keyof typeof ASKED
type Row = Asked | 'earnings' | 'price' | 'upside' | 'annual'
const ROWS: Row[] = ['move', 'own', 'earnings', 'multiple', 'price', 'upside', 'annual']
const isAsked = (row: Row): row is Asked => row in ASKED
const words = computed<Record<Row, string>>(() => ({
  move: `${data.value?.consensus.mean === null ? 'From the last reported' : 'From consensus'}, moved by %`,
  own: `or own earnings a share, ${data.value?.currency}`,
  earnings: `Earnings a share, ${data.value?.currency}`,
  multiple: 'times',
  price: `Price then, ${data.value?.currency}`,
  upside: `From ${shown(data.value?.price ?? null)} of today`,
  annual: 'A year, with dividends',
}))
function asked(row: Asked, of: Cases['cases'][number]): string {
  if (row === 'move') return of.source === 'own' || of.move === null ? '' : percent(of.move)
  if (row === 'own') return of.source === 'own' && of.earnings !== null ? number(of.earnings, 2) : ''
  return of.multiple === null ? '' : number(of.multiple, 1)
}
const columns: SheetColumn<Row>[] = [{ key: 'what', head: '' }, ...columnsOf<Row>(KEYS.map((key) => WORD[key]))]
const marks = computed(() => {
  const of = data.value
  if (!of) return []
  return [
    ...of.cases.flatMap((one) => (one.price === null ? [] : [{ word: WORD[one.key], price: one.price, kind: one.key }])),
    ...(of.price_for_rate === null
      ? []
      : [{ word: `returns ${percent(of.rate, 0)} % in the base case`, price: of.price_for_rate, kind: 'ask' as const }]),
    ...(of.price === null ? [] : [{ word: 'Price', price: of.price, kind: 'now' as const }]),
  ]
})

async function keep(price: number): Promise<void> {
  const before = interest.value
  const send = (price: number, cases: Record<string, unknown>) =>
    ask(
      api.PUT('/companies/{ticker}/price-of-interest', {
        params: { path: { ticker: props.ticker } },
        body: { price, note: before?.note ?? '', cases, ...query.value } as never,
      }),
    )
  try {
    await send(price, { year: year.value, rate: rate.value, cases: { ...wanted } })
    kept.reload()
    notices.say(`${number(price, 2)} is kept as the price of interest.`, async () => {
      await (before ? send(before.price, before.cases) : drop(false))
      kept.reload()
    })
  } catch (error) {
    notices.fail(error)
  }
}
async function drop(tell = true): Promise<void> {
  const before = interest.value
  await ask(api.DELETE('/companies/{ticker}/price-of-interest', { params: { path: { ticker: props.ticker } } }))
  kept.reload()
  if (tell && before) notices.say('The price of interest is dropped.', () => keep(before.price))
}
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <template v-if="data">
      <div class="choices">
        <ChoiceField v-if="YEARS.length" v-model="year" :choices="YEARS" name="Fiscal year" label="Earnings of the fiscal year to" />
        <v-btn v-if="data.own !== null" size="small" variant="outlined" @click="wanted.base = { ...wanted.base, own: data.own, move: null }"
          >Base on the {{ number(data.own, 2) }} you expect</v-btn
        >
        <label>asking for <NumberField v-model="rate" label="Return a year" unit="percent" /> a year</label>
      </div>
      <PriceRail v-if="marks.length > 1" :marks="marks" :currency="data.currency" />
      <p v-if="data.warning" class="attention" role="status">{{ data.warning }}</p>
      <div class="parts">
        <SheetTable label="Three cases" :columns="columns" :rows="ROWS" :row-key="(row) => row">
          <template #cell-what="{ row }">{{ words[row] }}</template>
          <template #cell="{ row, column }">
            <CommitInput
              v-if="isAsked(row)"
              :aria-label="`${WORD[KEYS[column]!]}: ${ASKED[row]}`"
              :model-value="asked(row, data.cases[column]!)"
              @update:model-value="(text: string) => set(KEYS[column]!, row, text)"
            />
            <strong v-else-if="row === 'price'">{{ shown(data.cases[column]!.price) }}</strong>
            <span v-else-if="row === 'earnings'">{{ shown(data.cases[column]!.earnings) }}</span>
            <span v-else :class="tone(data.cases[column]![row])">{{ changePercent(data.cases[column]![row]) }}</span>
          </template>
        </SheetTable>
        <div>
          <p>
            <template v-if="data.gain_to_loss !== null"
              >The bull case wins <strong>{{ number(data.gain_to_loss, 1) }}</strong> for each 1 the bear case loses.</template
            ><template v-else-if="data.price === null || data.cases.some((of) => of.price === null)"
              >Give each case earnings and a multiple; gain and loss are set against each other then.</template
            ><template v-else
              >There is no gain to set against a loss: the bear case lies above the price, or the bull case below it.</template
            >
          </p>
          <p v-if="data.price_for_rate !== null" class="asked">
            The base case returns {{ percent(data.rate, 1) }} % a year from <strong>{{ number(data.price_for_rate, 2) }}</strong>
            {{ data.currency
            }}<template v-if="data.price !== null"
              >, {{ percent(Math.abs(data.price_for_rate / data.price - 1)) }} %
              {{ data.price_for_rate < data.price ? 'below' : 'above' }} the price</template
            >.
            <v-btn size="small" variant="outlined" @click="keep(data.price_for_rate)">Keep as price of interest</v-btn>
          </p>
          <p v-if="interest">
            Price of interest
            <CommitInput
              aria-label="Price of interest"
              class="own"
              :model-value="number(interest.price, 2)"
              @update:model-value="
                (text: string) => ((readNumber(text) ?? 0) > 0 ? keep(readNumber(text)!) : notices.fail('A price is above nothing.'))
              "
            />
            {{ interest.currency }}, kept {{ interest.kept_on
            }}<template v-if="interest.distance !== null"
              >:
              {{
                interest.distance <= 0
                  ? `the price has come to it, ${percent(-interest.distance)} % below`
                  : `the price is ${percent(interest.distance)} % above it`
              }}</template
            >.
            <v-btn size="small" @click="drop()">Drop</v-btn>
          </p>
          <h2>What the cases lie beside</h2>
          <div class="scale">
            <span>Houses expect</span>
            <span v-if="data.consensus.mean !== null" class="range"
              ><RangeScale
                :now="data.cases[1]!.earnings"
                :own="{ low: data.consensus.low!, median: data.consensus.mean, high: data.consensus.high! }"
                :others="null"
                name="the houses"
                :text="(of: number) => number(of, 2)"
              />
              <span class="quiet">{{ number(data.consensus.low!, 2) }} to {{ number(data.consensus.high!, 2) }}</span></span
            >
            <span v-else class="quiet">No house has told what it expects of this year; the last reported earnings stand in.</span>
            <span>Paid for earnings, {{ data.history.years }} fiscal year ends</span>
            <span v-if="data.history.mean !== null" class="range"
              ><RangeScale
                :now="data.cases[1]!.multiple"
                :own="{ low: data.history.low!, median: data.history.mean, high: data.history.high! }"
                :others="null"
                :text="(of: number) => `${number(of, 1)}×`"
              />
              <span class="quiet">{{ number(data.history.low!, 1) }} to {{ number(data.history.high!, 1) }}×</span></span
            >
            <span v-else class="quiet">No fiscal year had earnings above nothing and a price.</span>
          </div>
        </div>
      </div>
    </template>
  </div>
</template>

<style scoped>
.parts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(480px, 1fr));
  gap: calc(var(--space) * 4) calc(var(--space) * 9);
  align-items: start;
  margin-top: calc(var(--space) * 3);
}

.parts :deep(td input) {
  width: 5.5em;
}
.own {
  width: 5.5em;
}
.range {
  display: inline-flex;
  gap: calc(var(--space) * 3);
  align-items: center;
}
.asked .v-btn {
  margin-left: var(--space);
}
.scale {
  display: grid;
  grid-template-columns: 16em 1fr;
  gap: calc(var(--space) * 2);
  align-items: center;
}
</style>
