<script setup lang="ts">
import { computed } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import ChoiceField from '@/design/ChoiceField.vue'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import { amount, changePercent, number } from '@/design/format'
import { useNotices } from '@/stores/notices'
import { useAddressed } from '@/shell/addressed'
import { useSession } from '@/stores/session'

/** What the shares are worth at each multiple of the peers, led through the bridge from the whole company to its shares. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
const notices = useNotices()
type Centre = 'median' | 'mean' | 'weighted_mean' | 'harmonic_mean'
const CENTRES: [Centre, string][] = [
  ['median', 'Median of the peers'],
  ['mean', 'Mean'],
  ['weighted_mean', 'Mean by market value'],
  ['harmonic_mean', 'Harmonic mean'],
]
const centre = useAddressed<Centre>('centre', 'median')
const { state, reload } = useAnswer(
  'peer value',
  () => ({ ticker: props.ticker, query: { ...(session.asOf ? { as_of: session.asOf } : {}), centre: centre.value } }),
  ({ ticker, query }, signal) => ask(api.GET('/companies/{ticker}/peer-value', { params: { path: { ticker }, query }, signal })),
)
const data = computed(() => state.value.data)
type Row = Schemas['PeerValue']['rows'][number]
const YEARS: Record<string, string> = { fiscal_year: 'last fiscal year', trailing: 'trailing', next: 'year to come', after: 'year after' }
const times = (of: number | null): string => (of === null ? '–' : number(of, 1))
const WHY: Record<Row['state'], string> = {
  value: '',
  missing: 'its own figure is not known',
  not_meaningful: 'n.m.: its own figure is not above nothing',
  no_group: 'no peer has such a multiple',
}
const money = (of: number | null): string => (of === null ? '–' : amount(of))
const each = (of: number | null): string => (of === null ? '–' : number(of, 2))
const columns = computed<SheetColumn<Row>[]>(() => [
  { key: 'label', head: 'Multiple', of: (of) => of.label },
  { key: 'year', head: 'Of', of: (of) => YEARS[of.year] ?? of.year },
  { key: 'used', head: 'Peers', of: (of) => (of.left_out ? `${of.used}, ${of.left_out} n.m.` : String(of.used)) },
  { key: 'own', head: 'Company', of: (of) => times(of.own) },
  { key: 'centre', head: 'Taken', of: (of) => times(of.centre) },
  { key: 'figure', head: `Its figure, ${data.value?.currency}`, of: (of) => money(of.figure) },
  { key: 'whole', head: 'Whole company', of: (of) => money(of.enterprise_value) },
  { key: 'equity', head: 'Its shares', of: (of) => money(of.equity_value) },
  { key: 'low', head: 'Lower quarter', of: (of) => each(of.lower_value) },
  { key: 'value', head: 'Value a share', of: (of) => (of.state === 'value' ? each(of.value) : WHY[of.state]), by: (of) => of.value },
  { key: 'high', head: 'Upper quarter', of: (of) => each(of.upper_value) },
  {
    key: 'upside',
    head: 'From the price',
    of: (of) => (of.value === null || !data.value?.price ? '–' : changePercent(of.value / data.value.price - 1)),
  },
])
const NAMES: Record<string, string> = { cash: 'cash', debt: 'debt', minority_interest: 'minorities', preferred: 'preferred shares' }
/** The ranges on one axis of prices. */
const drawn = computed(() => (data.value?.rows ?? []).filter((of) => of.value !== null && of.lower_value !== null))
const ends = computed(() => {
  const all = [...drawn.value.flatMap((of) => [of.lower_value!, of.upper_value!, of.value!]), data.value?.price ?? 0].filter((of) => of > 0)
  return { low: Math.min(...all) * 0.92, high: Math.max(...all) * 1.04 }
})
const at = (value: number): number => (100 * (Math.max(value, ends.value.low) - ends.value.low)) / (ends.value.high - ends.value.low)
async function hand(): Promise<void> {
  try {
    const { id } = await ask(
      api.POST('/companies/{ticker}/peer-value', {
        params: { path: { ticker: props.ticker }, query: session.asOf ? { as_of: session.asOf } : {} },
        body: { centre: centre.value },
      }),
    )
    notices.say('Handed to Value.', async () => {
      await ask(api.DELETE('/valuations/{id}', { params: { path: { id } } }))
    })
  } catch (error) {
    notices.fail(error)
  }
}
</script>

<template>
  <div>
    <div class="choices">
      <ChoiceField v-model="centre" name="Line of the group" :choices="CENTRES" />
      <v-btn v-if="data?.median_value != null" size="small" @click="hand">Hand to Value</v-btn>
    </div>
    <LoadState :state="state" @again="reload" />
    <template v-if="data">
      <p v-if="!data.peers" class="quiet">
        No peer is in. <router-link :to="{ name: 'compare', params: { ticker } }">Choose peers</router-link>
      </p>
      <div v-if="drawn.length" class="ranges" role="img" :aria-label="`Values a share by multiple, price ${data.price}`">
        <div v-for="of in drawn" :key="of.metric" class="range">
          <span>{{ of.label }}</span>
          <span class="axis">
            <span class="box" :style="{ left: `${at(of.lower_value!)}%`, width: `${at(of.upper_value!) - at(of.lower_value!)}%` }" />
            <span class="centre" :style="{ left: `${at(of.value!)}%` }" />
            <span v-if="data.price" class="price" :style="{ left: `${at(data.price)}%` }" />
          </span>
          <span>{{ each(of.value) }}</span>
        </div>
        <p class="quiet">
          Box: lower to upper quarter of the peers; stroke: {{ CENTRES.find(([key]) => key === centre)![1].toLowerCase() }}; thin line: the
          price, {{ each(data.price) }} {{ data.currency }}. Median of all: {{ each(data.median_value) }}.
        </p>
      </div>
      <SheetTable label="Values" :columns="columns" :rows="data.rows" :row-key="(of) => of.metric" many />
      <p class="quiet">
        From the whole company to its shares:
        <template v-for="(of, i) in data.bridge" :key="of.key"
          >{{ i ? ', ' : '' }}{{ of.key === 'cash' ? '+' : '−' }} {{ money(of.amount) }} {{ NAMES[of.key] }}</template
        >: {{ money(data.net) }} {{ data.currency }} in all, over {{ data.shares === null ? '–' : amount(data.shares) }} shares.
      </p>
    </template>
  </div>
</template>

<style scoped>
.ranges {
  margin-bottom: calc(var(--space) * 5);
}
.range {
  display: grid;
  grid-template-columns: 320px 1fr 80px;
  gap: calc(var(--space) * 3);
  align-items: center;
}
.range > :last-child {
  text-align: right;
}
.axis {
  position: relative;
  height: 20px;
  border-bottom: 1px solid rgb(var(--v-theme-rule));
}
.box {
  position: absolute;
  top: 6px;
  height: 8px;
  background: rgb(var(--v-theme-primary), 0.3);
}
.centre {
  position: absolute;
  top: 3px;
  height: 14px;
  width: 3px;
  background: rgb(var(--v-theme-primary));
}
.price {
  position: absolute;
  top: 0;
  height: 20px;
  width: 1px;
  background: rgb(var(--v-theme-accent));
}
</style>
