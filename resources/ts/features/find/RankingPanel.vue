<script setup lang="ts">
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import { mdiClose } from '@mdi/js'
import { computed, ref } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import CommitInput from '@/design/CommitInput.vue'
import { csv, download } from '@/design/download'
import { inCell, number } from '@/design/format'
import { useAnswer } from '@/api/answer'
import { useCatalogue } from '@/stores/catalogue'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import CompanyHead from './CompanyHead.vue'
import MetricField from './MetricField.vue'
import SaveMetric from './SaveMetric.vue'
import type { Definition } from './screen'

/** The survivors ranked by weighted components. */
const props = defineProps<{ definition: Definition; usable: boolean }>()
const ranking = defineModel<Schemas['Ranking']>({ required: true })
const session = useSession()
const catalogue = useCatalogue()
const notices = useNotices()
const limit = ref(100)

const { state } = useAnswer(
  'rankings/run',
  () => ({ screen: props.definition, ranking: ranking.value, as_of: session.asOf, limit: limit.value, other_rules: true }),
  (body, signal) => (props.usable && body.ranking.components.length ? ask(api.POST('/rankings/run', { body, signal })) : null),
)
const combinations = [
  { value: 'rank', title: 'places' },
  { value: 'percentile', title: 'percentiles' },
  { value: 'z_score', title: 'standardised scores' },
]
const rules: { value: Schemas['Ranking']['missing']; title: string }[] = [
  { value: 'leave_out', title: 'leave the company out' },
  { value: 'worst', title: 'counts as the worst' },
  { value: 'best', title: 'counts as the best' },
  { value: 'mean', title: 'counts as the mean' },
  { value: 'zero', title: 'counts nothing' },
]
const word = (rule: string): string => rules.find((entry) => entry.value === rule)?.title ?? rule
const change = (part: Partial<Schemas['Ranking']>) => (ranking.value = { ...ranking.value, ...part })
const changeComponent = (i: number, part: Partial<Schemas['Ranking']['components'][number]>) =>
  change({ components: ranking.value.components.map((old, index) => (index === i ? { ...old, ...part } : old)) })
function choose(i: number, formula: string): void {
  const better = catalogue.byKey.get(formula)?.better
  changeComponent(i, { formula, better: better === 'lower' ? 'lower' : 'higher' })
}
const effects = computed(() => {
  const rules = Object.entries(state.value.data?.other_rules ?? {})
  const moving = rules.filter(([, effect]) => effect!.moved > 0)
  if (rules.length && !moving.length) return ['Another rule for missing figures would move no company by more than 10 places.']
  return moving.map(
    ([rule, effect]) =>
      `If a missing figure ${word(rule).replace('leave the company out', 'left the company out')}, ` +
      `${effect!.moved} ${effect!.moved === 1 ? 'company changes' : 'companies change'} place by more than 10; ` +
      `${effect!.ranked} are ranked.`,
  )
})
const digits = computed(() => (ranking.value.combination === 'rank' ? 1 : 3))
function weigh(i: number, text: string): void {
  const weight = Number(text)
  if (Number.isFinite(weight) && weight > 0 && weight <= 1e6) changeComponent(i, { weight })
  else notices.fail(new Error('A weight is a number above 0 and at most 1 000 000. The last good one was kept.'))
}
function save(): void {
  const data = state.value.data!
  const names = ranking.value.components.map((entry) => entry.formula)
  download(
    `${props.definition.name} ranking.csv`,
    csv([
      ['place', 'ticker', 'name', 'score', ...names, ...names.map((name) => `${name} contribution`)],
      ...data.rows.map((row) => [row.place, row.ticker, row.name, row.score, ...row.values, ...row.contributions]),
    ]),
    'text/csv',
  )
}
type Row = NonNullable<typeof state.value.data>['rows'][number]
const columns = computed<SheetColumn<Row>[]>(() => [
  { key: 'company', head: 'Company', by: (row) => row.name },
  { key: 'place', head: 'Place', of: (row) => row.place, by: (row) => -row.place },
  { key: 'score', head: 'Score' },
  ...ranking.value.components.flatMap((entry, i): SheetColumn<Row>[] => [
    {
      key: `value ${i}`,
      head: catalogue.label(entry.formula),
      of: (row) => (row.values[i] == null ? word(ranking.value.missing) : inCell(row.values[i], catalogue.unit(entry.formula))),
      by: (row) => row.values[i],
      class: (row) => (row.values[i] == null ? 'quiet' : undefined),
    },
    { key: `gives ${i}`, head: 'gives', of: (row) => number(row.contributions[i]!, digits.value), class: 'quiet' },
  ]),
])
</script>

<template>
  <div class="setting">
    <div v-for="(entry, i) in ranking.components" :key="i" class="component">
      <MetricField :model-value="entry.formula" :label="`Component ${i + 1}`" @update:model-value="(formula) => choose(i, formula)" />
      <v-select
        :model-value="entry.better"
        :items="[
          { value: 'higher', title: 'higher is better' },
          { value: 'lower', title: 'lower is better' },
        ]"
        :aria-label="`Direction of component ${i + 1}`"
        @update:model-value="(better: 'higher' | 'lower') => changeComponent(i, { better })"
      />
      <label class="quiet"
        >weight
        <CommitInput
          :model-value="entry.weight"
          :aria-label="`Weight of component ${i + 1}`"
          @update:model-value="(text: string) => weigh(i, text)"
      /></label>
      <span class="share">{{ state.data?.shares[i] === undefined ? '' : `${number(100 * state.data.shares[i]!, 0)} %` }}</span>
      <v-btn
        :icon="mdiClose"
        size="x-small"
        :disabled="ranking.components.length === 1"
        :aria-label="`Remove component ${i + 1}`"
        @click="change({ components: ranking.components.filter((_, index) => index !== i) })"
      />
    </div>
    <div class="choices">
      <v-btn
        size="small"
        :disabled="ranking.components.length >= 20"
        @click="change({ components: [...ranking.components, { formula: 'momentum_12_1', weight: 1, better: 'higher' }] })"
        >Add a component</v-btn
      >
      <label class="quiet">Combine by</label>
      <v-select
        :model-value="ranking.combination"
        :items="combinations"
        aria-label="Combine by"
        class="narrow"
        @update:model-value="(combination) => change({ combination })"
      />
      <label class="quiet">within</label>
      <v-select
        :model-value="ranking.within"
        :items="[
          { value: 'universe', title: 'the survivors' },
          { value: 'sector', title: 'each sector' },
        ]"
        aria-label="Within"
        class="narrow"
        @update:model-value="(within) => change({ within })"
      />
      <label class="quiet">a missing figure</label>
      <v-select
        :model-value="ranking.missing"
        :items="rules"
        aria-label="A missing figure"
        class="narrow wide"
        @update:model-value="(missing) => change({ missing })"
      />
      <SaveMetric kind="ranking" :definition="ranking" :proposal="`${definition.name} place`" />
      <v-btn size="small" :disabled="!state.data" @click="save">CSV</v-btn>
    </div>
  </div>
  <p v-if="state.status === 'error'" class="worse" role="alert">{{ state.error.message }}</p>
  <template v-if="state.data">
    <p v-for="effect in effects" :key="effect" class="quiet small">{{ effect }}</p>
    <p v-if="state.data.left_out_total" class="attention small" role="status">
      ⚑ {{ state.data.left_out_total }} left out for want of a figure:
      {{
        state.data.left_out
          .map((entry) => entry.ticker)
          .slice(0, 12)
          .join(', ')
      }}{{ state.data.left_out_total > 12 ? ' …' : '' }}
    </p>
    <SheetTable label="Ranking" :columns="columns" :rows="state.data.rows" :row-key="(row) => row.ticker">
      <template #cell-company="{ row }"><CompanyHead :company="row" /></template>
      <template #cell-score="{ row }"
        ><strong>{{ number(row.score, digits) }}</strong></template
      >
    </SheetTable>
    <v-btn
      v-if="state.data.rows.length < state.data.total && limit < 1000"
      size="small"
      class="my-2"
      @click="limit = Math.min(1000, limit + 300)"
    >
      Show more of {{ state.data.total }}
    </v-btn>
  </template>
</template>

<style scoped>
.component {
  display: grid;
  grid-template-columns: minmax(180px, 2fr) 150px auto 48px 28px;
  gap: calc(var(--space) * 2.5);
  align-items: center;
  margin-bottom: calc(var(--space) * 1.5);
  max-width: 760px;
}
.component input {
  width: 4em;
}
.share {
  text-align: right;
}
.narrow {
  max-width: 150px;
}
.wide {
  max-width: 200px;
}
.small {
  font-size: var(--type-small);
  margin-bottom: calc(var(--space) * 0.5);
}
.scroll {
  flex: 1;
  min-height: 0;
}
</style>
