<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { computed, defineAsyncComponent } from 'vue'
import { api, ask } from '@/api/client'
import { percent, withUnit } from '@/design/format'
import { useAnswer } from '@/api/answer'
import { useMargin } from '@/stores/margin'
import { useSession } from '@/stores/session'
import LineMargin from './LineMargin.vue'
import NotesPanel from './NotesPanel.vue'
import WorkingTree from './WorkingTree.vue'
import YearBars from '@/design/YearBars.vue'

/** The texts of help are long; who asks for no figure does not fetch them. */
const FigureHelp = defineAsyncComponent(() => import('@/features/help/FigureHelp.vue'))

const margin = useMargin()
const session = useSession()

const { state } = useAnswer(
  'working',
  () => ({ question: margin.question, asOf: session.asOf }),
  ({ question, asOf }, signal) => {
    if (!question) return null
    if (question.kind === 'given')
      return Promise.resolve({
        working: question.working,
        currency: question.currency,
        note: '',
        history: { years: [], values: [] },
        standing: null,
      })
    const query =
      question.kind === 'metric'
        ? { metric: question.metric, ...(question.year ? { year: question.year } : {}) }
        : { line: question.line, period: question.period, basis: question.basis }
    return ask(
      api.GET('/companies/{ticker}/working', {
        params: { path: { ticker: question.ticker }, query: { ...query, ...(asOf ? { as_of: asOf } : {}) } },
        signal,
      }),
    )
  },
)

/** What a note can be about, from the figure to the company; the first is the figure itself. */
const scopes = computed<{ key: string; word: string }[]>(() => {
  const question = margin.question
  if (!question) return []
  if (question.kind === 'metric')
    return [
      { key: question.metric + (question.year ? `@${question.year}` : ''), word: 'this figure' },
      { key: '*', word: 'the company' },
    ]
  if (question.kind === 'given') return [{ key: question.figure, word: 'this figure' }]
  return [
    { key: `${question.line}@${question.period}`, word: 'this figure' },
    { key: question.line, word: 'the line' },
    { key: `@${question.period}`, word: 'the period' },
    { key: '*', word: 'the company' },
  ]
})
</script>

<template>
  <aside aria-label="Margin">
    <div class="d-flex align-center">
      <h2 class="flex-grow-1">{{ margin.question?.label ?? 'Margin' }}</h2>
      <v-btn :icon="mdiClose" size="x-small" aria-label="Close the margin" @click="margin.open = false" />
    </div>
    <p v-if="!margin.question" class="quiet">
      Choose any figure, with a click or with Enter: its working, its history and your notes stand here.
    </p>
    <template v-else>
      <p class="quiet mb-2">{{ margin.question.ticker }}</p>
      <v-progress-linear v-if="state.status === 'pending'" indeterminate color="primary" height="2" aria-label="Loading the working" />
      <p v-if="state.status === 'error'" class="worse" role="alert">{{ state.error.message }}</p>
      <template v-if="state.data">
        <ul class="tree">
          <WorkingTree
            :key="margin.question.label + state.data.working.period"
            :working="state.data.working"
            :currency="state.data.currency"
          />
        </ul>
        <p v-if="state.data.note" class="quiet small mt-2">{{ state.data.note }}</p>
        <section v-if="state.data.history.years.length" class="rule">
          <h3>Through the years</h3>
          <YearBars
            :years="state.data.history.years"
            :values="state.data.history.values"
            :unit="state.data.working.unit"
            :label="margin.question.label"
          />
        </section>
        <section v-if="state.data.standing" class="rule">
          <h3>Where it stands</h3>
          <p v-if="state.data.standing.universe !== null">Above {{ percent(state.data.standing.universe ?? 0, 0) }} % of all companies.</p>
          <p v-if="state.data.standing.sector !== null">
            Above {{ percent(state.data.standing.sector ?? 0, 0) }} % of its sector, whose median is
            {{ withUnit(state.data.standing.sector_median ?? 0, state.data.working.unit) }}.
          </p>
          <p v-else class="quiet">Fewer than five companies of its sector have a value.</p>
        </section>
      </template>
      <LineMargin
        v-if="margin.question.kind === 'line' && (margin.question.basis === 'annual' || margin.question.basis === 'quarterly')"
        :ticker="margin.question.ticker"
        :line="margin.question.line"
        :period="margin.question.period"
        :value="state.data?.working.value ?? null"
      />
      <FigureHelp v-if="state.data" :question="margin.question" />
      <section class="rule">
        <h3>Notes</h3>
        <NotesPanel :ticker="margin.question.ticker" :scopes="scopes" />
      </section>
    </template>
  </aside>
</template>

<style scoped>
aside {
  width: 348px;
  flex: none;
  border-left: 1px solid rgb(var(--v-theme-rule));
  padding: calc(var(--space) * 3.5) calc(var(--space) * 4) calc(var(--space) * 7.5);
  overflow: auto;
  font-size: var(--type-text);
}
.tree {
  padding: 0;
}
section {
  margin-top: calc(var(--space) * 3.5);
  padding-top: calc(var(--space) * 2.5);
}
.small {
  font-size: var(--type-small);
}
</style>
