<script setup lang="ts">
import { computed, defineAsyncComponent, reactive } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import type { Series } from '@/design/ChartFrame.vue'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import { change, number, tone } from '@/design/format'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'

const ChartFrame = defineAsyncComponent(() => import('@/design/ChartFrame.vue'))

/** What downturns of the economy, and times of one's own choosing, did to the company, its index and its industry. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
const notices = useNotices()
const { state, reload } = useAnswer(
  'downturns',
  () => ({ ticker: props.ticker, asOf: session.asOf }),
  ({ ticker, asOf }, signal) =>
    ask(api.GET('/companies/{ticker}/downturns', { params: { path: { ticker }, query: asOf ? { as_of: asOf } : {} }, signal })),
)
type Period = Schemas['Downturns']['periods'][number]
const back = (years: number | null | undefined, known: boolean, digits: number): string =>
  !known ? '–' : years == null ? 'not yet' : years === 0 ? 'never below' : `${number(years, digits)} years`
const columns = computed<SheetColumn<Period>[]>(() => [
  { key: 'name', head: 'Time' },
  ...[0, 1, 2].flatMap((i): SheetColumn<Period>[] => [
    {
      key: `figure ${i}`,
      head: `${state.value.data?.periods[0]?.figures[i]?.label ?? ''}, %`,
      of: (of) => change(of.figures[i]!.change),
      class: (of) => tone(of.figures[i]!.change),
    },
    ...(i === 2
      ? []
      : [
          {
            key: `industry ${i}`,
            head: 'industry, %',
            of: (of: Period) => change(of.figures[i]!.industry),
            class: (of: Period) => tone(of.figures[i]!.industry),
          },
        ]),
    { key: `back ${i}`, head: 'back after', of: (of) => back(of.figures[i]!.years, of.figures[i]!.change !== null, 0) },
  ]),
  { key: 'price', head: 'Price, %', of: (of) => change(of.price?.change), class: (of) => tone(of.price?.change) },
  { key: 'price back', head: 'back after', of: (of) => back(of.price?.years, of.price !== null, 1) },
  { key: 'index', head: 'Index, %', of: (of) => change(of.index?.change), class: (of) => tone(of.index?.change) },
  { key: 'industry', head: 'Industry, %', of: (of) => change(of.industry), class: (of) => tone(of.industry) },
  { key: 'away', head: '' },
])
const oldestFirst = computed(() => [...(state.value.data?.periods ?? [])].reverse())
const drawn = computed<Series[]>(() => {
  const of = (name: string, change: (period: Period) => number | null | undefined, benchmark = false): Series => ({
    name,
    values: oldestFirst.value.map((period) => (change(period) == null ? null : 100 * change(period)!)),
    unit: '%',
    bars: true,
    benchmark,
  })
  return [
    of('Price', (period) => period.price?.change),
    of('Industry', (period) => period.industry),
    of('Index', (period) => period.index?.change, true),
  ]
})
const own = reactive({ name: '', start: '', end: '' })
async function add(): Promise<void> {
  try {
    const { id } = await ask(api.POST('/downturns', { body: { ...own } }))
    Object.assign(own, { name: '', start: '', end: '' })
    reload()
    notices.say('The time is kept.', () => remove(id, false))
  } catch (error) {
    notices.fail(error)
  }
}
async function remove(id: number, tell = true): Promise<void> {
  const before = state.value.data?.periods.find((period) => period.id === id)
  await ask(api.DELETE('/downturns/{id}', { params: { path: { id } } }))
  reload()
  if (tell && before)
    notices.say(`"${before.name}" is deleted.`, async () => {
      await ask(api.POST('/downturns', { body: { name: before.name, start: before.start, end: before.end } }))
      reload()
    })
}
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <template v-if="state.data">
      <p v-if="!state.data.periods.length" class="quiet">
        The statistics of output tell of no downturn by this day. A time of your own can be looked at too.
      </p>
      <template v-else>
        <SheetTable label="Downturns" :columns="columns" :rows="state.data.periods" :row-key="(of) => `${of.id} ${of.start}`" many>
          <template #cell-name="{ row }"
            >{{ row.start.slice(0, 7) }} to {{ row.lasts ? 'now' : row.end.slice(0, 7) }}
            <span class="quiet name">{{ row.name }}</span></template
          >
          <template #cell-away="{ row }"
            ><v-btn v-if="row.id !== null" size="x-small" :aria-label="`Delete ${row.name}`" @click="remove(row.id)"
              >Delete</v-btn
            ></template
          >
        </SheetTable>
        <p class="quiet">
          Sales, earnings and dividend: the lowest fiscal year of the time beside the last one before it. Prices: the deepest fall within
          it; of the industry the median of {{ state.data.companies }} companies that are listed now, its earnings those of all shares.
        </p>
        <ChartFrame
          title="Deepest falls of the price"
          :labels="oldestFirst.map((of) => `${of.start.slice(0, 7)} to ${of.end.slice(0, 7)}`)"
          :series="drawn"
          :height="230"
          :show="(value: number) => number(value, 1)"
        />
      </template>
      <form class="choices mt-4" aria-label="A time of your own" @submit.prevent="add">
        <input
          v-model="own.name"
          class="assumption"
          aria-label="Name of the time"
          placeholder="A time of your own"
          maxlength="80"
          @keydown.stop
        />
        <label>from <input v-model="own.start" type="date" class="assumption" aria-label="First day" @keydown.stop /></label>
        <label>to <input v-model="own.end" type="date" class="assumption" aria-label="Last day" @keydown.stop /></label>
        <v-btn size="small" type="submit" :disabled="!own.name.trim() || !own.start || !own.end">Look at it</v-btn>
      </form>
    </template>
  </div>
</template>

<style scoped>
form input[type='date'] {
  width: 9.5em;
}
form input:not([type='date']) {
  width: 14em;
}
.name {
  display: block;
  white-space: normal;
}
</style>
