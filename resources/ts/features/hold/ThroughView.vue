<script setup lang="ts">
import { computed } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import ChoiceField from '@/design/ChoiceField.vue'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import { percent, withUnit } from '@/design/format'
import type { SheetColumn } from '@/design/sheet'
import { useAddressed } from '@/shell/addressed'
import { useCatalogue } from '@/stores/catalogue'
import { useSession } from '@/stores/session'

/** What the companies held earn, owe and grow as one, and which part of them meets each criterion of a screen. */
const props = defineProps<{ holding: Schemas['Holding'] }>()
const session = useSession()
const catalogue = useCatalogue()
const screen = useAddressed<string>('screen', '')
const { state: screens } = useAnswer('screens and ready ones', null, async (_, signal) => ({
  own: await ask(api.GET('/screens', { signal })),
  ready: await ask(api.GET('/ready-screens', { signal })),
}))
const choices = computed((): [string, string][] => [
  ['', 'no screen'],
  ...(screens.value.data?.own ?? []).map((of): [string, string] => [`own-${of.id}`, of.name]),
  ...(screens.value.data?.ready ?? []).map((of): [string, string] => [`ready-${of.key}`, of.screen.name ?? of.key]),
])
const definition = computed((): Record<string, unknown> => {
  const own = screens.value.data?.own.find((of) => `own-${of.id}` === screen.value)
  const ready = screens.value.data?.ready.find((of) => `ready-${of.key}` === screen.value)
  return (own?.definition ?? ready?.screen ?? {}) as Record<string, unknown>
})
const { state, reload } = useAnswer(
  'look through',
  () => ({ id: props.holding.id, revision: props.holding.revision, asOf: session.asOf, screen: definition.value }),
  ({ id, asOf, screen }, signal) =>
    ask(
      api.POST('/portfolios/{id}/through', {
        params: { path: { id } },
        body: { screen: screen as never, ...(asOf ? { as_of: asOf } : {}) },
        signal,
      }),
    ),
)
const figures: SheetColumn<Schemas['ThroughFigure']>[] = [
  { key: 'label', head: 'All that is held, as one', of: (of) => of.label },
  { key: 'value', head: 'Weighted by worth', of: (of) => (of.value === null ? '–' : withUnit(of.value, of.unit)) },
  { key: 'covered', head: 'known of, %', of: (of) => (of.covered === null ? '–' : percent(of.covered, 0)) },
]
type Criterion = Schemas['ThroughCriterion']
const criteria: SheetColumn<Criterion>[] = [
  {
    key: 'criterion',
    head: 'Criterion',
    of: (of) => (of.formula === null ? `a group of criteria: ${of.group?.replace('_', ' ')}` : catalogue.words(of.formula)),
  },
  { key: 'met', head: 'Met by, % of the weight', of: (of) => percent(of.met, 0), by: (of) => of.met },
  { key: 'failed', head: 'failed, %', of: (of) => percent(of.failed, 0), by: (of) => of.failed },
  { key: 'open', head: 'cannot be said, %', of: (of) => percent(Math.max(0, (state.value.data?.known ?? 0) - of.met - of.failed), 0) },
]
const MARKS: Record<string, string> = { pass: '●', fail: '○', undecidable: '·' }
const scores: SheetColumn<Schemas['ThroughScore']>[] = [
  { key: 'name', head: 'Company', by: (of) => of.name },
  { key: 'weight', head: 'Weight, %', of: (of) => percent(of.weight), by: (of) => of.weight },
  { key: 'passed', head: 'Met', of: (of) => `${of.passed} of ${of.passed + of.failed + of.undecidable}`, by: (of) => of.passed },
  { key: 'states', head: 'one by one', class: 'left' },
]
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <template v-if="state.data">
      <p v-if="!state.data.known" class="quiet">No company is held whose figures are known.</p>
      <template v-else>
        <p class="quiet">
          {{ percent(state.data.known, 0) }} % of what is invested are companies whose figures are known. Yields are weighed rather than
          multiples, so that a loss counts as one.
        </p>
        <SheetTable class="narrow" label="Figures as one" :columns="figures" :rows="state.data.figures" :row-key="(of) => of.key" />
      </template>
      <div class="asked">
        <h2>Against a screen</h2>
        <ChoiceField v-model="screen" name="Screen" :choices="choices" />
      </div>
      <template v-if="state.data.criteria.length">
        <SheetTable label="Criteria" :columns="criteria" :rows="state.data.criteria" :row-key="(_, i) => i" />
        <SheetTable
          class="mt-4"
          label="Companies by the criteria they meet"
          :columns="scores"
          :rows="state.data.scores"
          :row-key="(of) => of.ticker"
        >
          <template #cell-name="{ row }">
            <router-link :to="{ name: 'read', params: { ticker: row.ticker } }">{{ row.name }}</router-link>
          </template>
          <template #cell-states="{ row }">
            <span class="marks" :aria-label="row.states.join(', ')" role="img"
              ><span v-for="(mark, i) in row.states" :key="i" :class="mark === 'fail' ? 'worse' : mark === 'pass' ? 'better' : 'quiet'">{{
                MARKS[mark]
              }}</span></span
            >
          </template>
        </SheetTable>
        <p class="quiet">● met, ○ failed, · cannot be said; in the order of the criteria above.</p>
      </template>
    </template>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 640px;
}
.asked {
  display: flex;
  align-items: baseline;
  gap: calc(var(--space) * 3);
  margin-top: calc(var(--space) * 5);
}
.marks {
  letter-spacing: 3px;
}
</style>
