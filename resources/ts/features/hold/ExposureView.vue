<script setup lang="ts">
import { computed } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import { change, number, percent } from '@/design/format'
import type { SheetColumn } from '@/design/sheet'
import { useCatalogue } from '@/stores/catalogue'
import { useSession } from '@/stores/session'

/** What the portfolio depends on: where its weight lies, how concentrated it is, how it moves and what moves together. */
const props = defineProps<{ holding: Schemas['Holding'] }>()
const session = useSession()
const catalogue = useCatalogue()
const { state, reload } = useAnswer(
  'portfolio performance',
  () => ({ id: props.holding.id, revision: props.holding.revision, asOf: session.asOf, from: null }),
  ({ id, asOf }, signal) =>
    ask(api.GET('/portfolios/{id}/performance', { params: { path: { id }, query: asOf ? { as_of: asOf } : {} }, signal })),
)
const risk = computed(() => state.value.data?.risk)
const BUSINESSES: Record<string, string> = {
  industrial: 'Industrial companies',
  bank: 'Banks',
  insurer: 'Insurers',
  property: 'Property companies',
  fund: 'Funds',
  bond: 'Bonds',
  option: 'Options',
  share: 'Shares not listed here',
  other: 'Others',
}
const word = (name: string): string => (name === 'cash' ? 'Cash' : name === 'unclassified' ? 'Not classified' : name)
const countries = computed(() => (catalogue.data?.countries ?? {}) as Record<string, string>)
const groups = computed(() => [
  { title: 'Industries', shares: props.holding.exposure.sectors.map((of) => ({ ...of, name: word(of.name) })) },
  {
    title: 'Countries',
    shares: props.holding.exposure.countries.map((of) => ({ ...of, name: countries.value[of.name] ?? word(of.name) })),
  },
  { title: 'Currencies', shares: props.holding.exposure.currencies.map((of) => ({ ...of, name: word(of.name) })) },
  {
    title: 'Kinds of business',
    shares: props.holding.exposure.businesses.map((of) => ({ ...of, name: BUSINESSES[of.name] ?? word(of.name) })),
  },
])
type Row = { name: string; values: (number | null)[] }
const correlated = computed((): Row[] =>
  (risk.value?.correlations.rows ?? []).map((values, i) => ({ name: risk.value!.correlations.names[i]!, values })),
)
const columns = computed((): SheetColumn<Row>[] => [
  { key: 'name', head: 'Daily returns of a year', of: (of) => of.name },
  ...correlated.value.map((_, i) => ({
    key: String(i),
    head: risk.value!.correlations.names[i]!,
    of: (of: Row) => (of.values[i] == null || of.name === risk.value!.correlations.names[i] ? '' : number(of.values[i]!, 2)),
    class: (of: Row) => (of.name !== risk.value!.correlations.names[i] && (of.values[i] ?? 0) >= 0.6 ? 'attention' : ''),
  })),
])
</script>

<template>
  <div>
    <p v-if="!holding.positions.length" class="quiet">Nothing is held.</p>
    <template v-else>
      <p>
        The largest five make
        <strong>{{ holding.exposure.largest_share === null ? '–' : percent(holding.exposure.largest_share, 0) }} %</strong> of it; what is
        invested is as concentrated as
        <strong>{{ holding.exposure.effective === null ? '–' : number(holding.exposure.effective, 1) }}</strong> equal positions (index of
        Herfindahl {{ holding.exposure.concentration === null ? '–' : number(holding.exposure.concentration, 3) }}).
      </p>
      <div class="groups">
        <section v-for="group in groups" :key="group.title">
          <h2>{{ group.title }}</h2>
          <div v-for="share in group.shares" :key="share.name" class="share">
            <span class="name">{{ share.name }}</span>
            <span class="track"><i :style="{ width: `${Math.max(0, 100 * (share.weight ?? 0))}%` }"></i></span>
            <span class="figure">{{ share.weight === null ? '–' : percent(share.weight) }} %</span>
          </div>
        </section>
      </div>
      <LoadState :state="state" @again="reload" />
      <section v-if="risk" class="mt-5">
        <h2>How it moved</h2>
        <dl>
          <div>
            <dt>Volatility a year</dt>
            <dd>{{ risk.volatility === null ? '–' : `${percent(risk.volatility)} %` }}</dd>
          </div>
          <div>
            <dt>Beta to {{ state.data?.index ?? 'an index' }}, two years by week</dt>
            <dd>{{ risk.beta === null ? (state.data?.index ? '–' : 'choose an index under Settings') : number(risk.beta, 2) }}</dd>
          </div>
          <div>
            <dt>Deepest fall</dt>
            <dd>
              {{ risk.drawdown === null ? '–' : change(risk.drawdown > 0 ? -risk.drawdown : risk.drawdown) + ' %' }}
              <span v-if="risk.drawdown_from" class="quiet"
                >{{ risk.drawdown_from }} to {{ risk.drawdown_to }},
                {{ risk.recovered_on ? `made good on ${risk.recovered_on}` : 'not made good yet' }}</span
              >
            </dd>
          </div>
          <div>
            <dt>Return beyond bills over volatility</dt>
            <dd>{{ risk.sharpe === null ? '–' : number(risk.sharpe, 2) }}</dd>
          </div>
        </dl>
        <template v-if="correlated.length > 1">
          <h2 class="mt-4">What moves together</h2>
          <SheetTable label="Correlations of the largest positions" :columns="columns" :rows="correlated" :row-key="(of) => of.name" />
        </template>
      </section>
    </template>
  </div>
</template>

<style scoped>
.groups {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(430px, 1fr));
  gap: calc(var(--space) * 5) calc(var(--space) * 10);
  margin-top: calc(var(--space) * 4);
}
.share {
  display: grid;
  grid-template-columns: minmax(0, 210px) 1fr 62px;
  gap: calc(var(--space) * 2);
  align-items: center;
  min-height: 26px;
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.track {
  height: 10px;
  background: rgb(var(--v-theme-wash));
}
.track i {
  display: block;
  height: 100%;
  background: rgb(var(--v-theme-primary));
  opacity: 0.75;
}
.figure {
  text-align: right;
}
dl {
  display: flex;
  flex-wrap: wrap;
  gap: calc(var(--space) * 3) calc(var(--space) * 9);
  margin: 0;
}
dt {
  font-size: var(--type-small);
  color: rgb(var(--v-theme-quiet));
}
dd {
  margin: 0;
}
</style>
