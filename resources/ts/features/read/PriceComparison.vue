<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import { api, ask } from '@/api/client'
import { useAnswer } from '@/api/answer'
import type { Series } from '@/design/ChartFrame.vue'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import { number, percent } from '@/design/format'
import { useSession } from '@/stores/session'
import type { Period } from './priceChart'
import PeriodChoice from './PeriodChoice.vue'

const ChartFrame = defineAsyncComponent(() => import('@/design/ChartFrame.vue'))

/** The price beside its index, its industry, other companies and own lists, each from one hundred. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
const period = ref<Period>('5y')
const dividends = ref(true)
const others = ref<string[]>(['index', 'industry'])
const typed = ref('')
const asOf = computed(() => (session.asOf ? { as_of: session.asOf } : {}))

const { state, reload } = useAnswer(
  'comparison',
  () => ({
    ticker: props.ticker,
    asOf: asOf.value,
    over: period.value,
    with: others.value.join(','),
    dividends: (dividends.value ? '1' : '0') as '0' | '1',
  }),
  ({ ticker, asOf, ...query }, signal) =>
    ask(api.GET('/companies/{ticker}/comparison', { params: { path: { ticker }, query: { ...query, ...asOf } }, signal })),
)
const lists = useAnswer(
  'lists',
  () => ({}),
  (_, signal) => ask(api.GET('/lists', { signal })),
)
type Line = NonNullable<typeof state.value.data>['lines'][number]
const name = (line: Line): string => (line.members > 1 ? `${line.name}, mean of ${line.members}` : line.name)
const series = computed<Series[]>(() =>
  (state.value.data?.lines ?? []).map((line) => ({
    name: name(line),
    values: line.values,
    unit: 'first day = 100',
    benchmark: line.key === 'index',
  })),
)
const columns: SheetColumn<Line>[] = [
  { key: 'name', head: '', of: name },
  {
    key: 'change',
    head: 'Change, %',
    of: (of) => (of.change === null ? '–' : percent(of.change)),
    by: (of) => of.change,
    class: (of) => (of.change === null || of.change === 0 ? '' : of.change > 0 ? 'better' : 'worse'),
  },
  { key: 'from', head: 'From', of: (of) => of.from ?? '–' },
  { key: 'until', head: 'To', of: (of) => of.until ?? '–' },
  { key: 'away', head: '' },
]
const also = computed(() =>
  [
    { key: 'index', word: 'Home index' },
    { key: 'industry', word: 'Its industry' },
    ...(lists.state.value.data ?? []).map((list) => ({ key: `list:${list.id}`, word: list.name })),
  ].filter((of) => !others.value.includes(of.key)),
)
const add = (key: string): void => {
  const wanted = key.trim()
  if (wanted && !others.value.includes(wanted)) others.value = [...others.value, wanted]
}
function type(): void {
  add(typed.value.toUpperCase())
  typed.value = ''
}
/** What nobody is called does not stay among what is compared. */
const remove = (key: string) => (others.value = others.value.filter((of) => of !== key))
const refused = computed(() => (state.value.status === 'error' ? others.value[others.value.length - 1] : null))
</script>

<template>
  <div>
    <div class="choices">
      <PeriodChoice v-model="period" />
      <v-btn-toggle role="group" v-model="dividends" mandatory aria-label="Dividends"
        ><v-btn :value="true" size="small" :aria-pressed="dividends">With dividends</v-btn
        ><v-btn :value="false" size="small" :aria-pressed="!dividends">Price</v-btn></v-btn-toggle
      >
      <v-btn v-for="of in also" :key="of.key" size="small" @click="add(of.key)">+ {{ of.word }}</v-btn>
      <form class="typed" @submit.prevent="type">
        <input v-model="typed" class="assumption" aria-label="Ticker to lay beside" placeholder="Ticker" @keydown.stop />
        <v-btn size="small" type="submit" :disabled="!typed.trim()">Add</v-btn>
      </form>
    </div>
    <LoadState :state="state" @again="reload" />
    <p v-if="refused">
      <v-btn size="small" @click="remove(refused)">Take {{ refused }} away again</v-btn>
    </p>
    <template v-if="state.data">
      <ChartFrame
        :title="`${ticker} beside others`"
        :labels="state.data.days"
        :series="series"
        :height="360"
        :show="(value: number) => number(value, 1)"
        brush
      />
      <SheetTable label="Compared" :columns="columns" :rows="state.data.lines" :row-key="(of) => of.key" class="table">
        <template #cell-away="{ row }"
          ><v-btn v-if="others.includes(row.key)" size="x-small" :aria-label="`Take away ${row.name}`" @click="remove(row.key)"
            >Take away</v-btn
          ></template
        >
      </SheetTable>
      <p class="quiet">
        All in {{ state.data.currency }}, each set to 100 on its first day. An industry is the mean of companies that are listed now, so
        those that failed are not in it.
      </p>
    </template>
  </div>
</template>

<style scoped>
.typed {
  display: inline-flex;
  gap: var(--space);
  align-items: center;
}
.typed input {
  width: 7em;
}
.table {
  max-width: 760px;
}
</style>
